import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { reviewQuery } from "../api/changeQueries";
import type { Schemas } from "../api/client";
import type { Draft } from "../api/drafts";
import { Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";

type PersonReview = Schemas["ReviewView"]["people"][number];

const MOST = 25;

/** Beside the sentences of a draft: who gains and loses how much, and what each tenant has to do. */
export function WhoGains({ draft, onPeople }: { draft: Draft; onPeople: () => void }) {
  const review = useQuery(reviewQuery(draft.id, draft.version));
  return (
    <Read of={review} what="who gains and loses">
      {(data) => {
        const more = data.morePeople + Math.max(0, data.people.length - MOST);
        return (
          <>
            <h2>Who gains and loses</h2>
            {data.people.length === 0 && <p className="mt-1 text-soft">Nobody gains or loses anything by it.</p>}
            <ul className="mt-1">
              {data.people.slice(0, MOST).map((person) => (
                <li key={person.id} className="flex min-h-7 items-center gap-2">
                  <Link
                    to="/people/$id"
                    params={{ id: person.id }}
                    className="min-w-0 flex-1 truncate font-semibold hover:underline"
                  >
                    {person.name}
                  </Link>
                  <Shifts person={person} />
                </li>
              ))}
            </ul>
            {more > 0 && <p className="text-soft">and {count(more, "more person", "more people")}</p>}
            {data.people.length > 0 && (
              <button type="button" className="btn btn-sm mt-2" onClick={onPeople}>
                See details by person
              </button>
            )}
            <h2 className="mt-5">What tenants have to do</h2>
            {data.tenants.length === 0 && <p className="mt-1 text-soft">Nothing today.</p>}
            <ul className="mt-1">
              {data.tenants.map((tenant) => (
                <li key={tenant.id} className="flex min-h-7 items-center gap-2">
                  <span className="min-w-0 flex-1 truncate">
                    <TenantDot colour={tenant.colour} />
                    <b className="font-semibold">{tenant.name}</b>
                  </span>
                  <span className={`text-sm ${tenant.answers ? "text-soft" : "font-semibold text-error"}`}>
                    {!tenant.answers
                      ? "does not answer"
                      : tenant.allSteps === 0
                        ? "already so"
                        : `${count(tenant.allSteps, "step")}${tenant.isByHand ? " by hand" : ""}`}
                  </span>
                </li>
              ))}
            </ul>
          </>
        );
      }}
    </Read>
  );
}

function Shifts({ person }: { person: PersonReview }) {
  const many = (shifts: PersonReview["gains"]) => shifts.reduce((sum, shift) => sum + shift.actions.length, 0);
  const gains = many(person.gains);
  const losses = many(person.losses);
  return (
    <span className="shrink-0 text-sm">
      {gains > 0 && <b className="font-semibold text-success">gains {gains}</b>}
      {gains > 0 && losses > 0 && ", "}
      {losses > 0 && <b className="font-semibold text-error">loses {losses}</b>}
    </span>
  );
}
