import { Link } from "@tanstack/react-router";
import { entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { EndButton } from "../changes/EndButton";
import { useMay, useSession } from "../session/hooks";
import { day, lastDay } from "../ui/dates";
import { TenantDot } from "../ui/tenants";

type Page = Schemas["PersonPage"];
type Absence = Page["absences"][number];

/** When the person is away, and who has what in their place. */
export function Absences({ page }: { page: Page }) {
  return page.absences.length === 0 ? null : (
    <section className="mt-4" aria-label="Absences">
      <h2>Away</h2>
      <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
        {page.absences.map((absence) => (
          <Line key={absence.id} page={page} absence={absence} />
        ))}
      </ul>
    </section>
  );
}

function Line({ page, absence }: { page: Page; absence: Absence }) {
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  const span = [
    absence.from ? `from ${day(absence.from, session.zone)}` : "",
    absence.until ? `until ${lastDay(absence.until, session.zone)}` : "return open",
  ].filter((part) => part !== "");
  return (
    <li className="px-3 py-1.5">
      <div className="flex flex-wrap items-center gap-x-2">
        <b className="font-semibold">{absence.isNow ? "Away now" : "Will be away"}</b>
        <span>{span.join(" ")}</span>
        {absence.reason !== "" && <span className="text-soft">“{absence.reason}”</span>}
        <span className="ml-auto">
          {mayPrepare && (
            <Link
              to="/people/$id/absence"
              params={{ id: page.person.id }}
              search={(before) => ({ ...before, absence: absence.id })}
              className="btn btn-xs"
            >
              Change or cover
            </Link>
          )}
          <EndButton
            draft={page.person.name}
            entry={entry("absence.end", { absence: absence.id })}
            label={absence.isNow ? `${page.person.name} is back` : "Withdraw the absence"}
            words={absence.isNow ? "Is back" : "Withdraw"}
          />
        </span>
      </div>
      {absence.covers.length === 0 ? (
        <p className="text-sm text-soft">Nobody covers.</p>
      ) : (
        <ul className="mt-0.5">
          {absence.covers.map((cover) => (
            <li key={cover.assignment} className="flex flex-wrap items-center gap-x-2 text-sm">
              <Link to="/people/$id" params={{ id: cover.personId }} className="font-semibold hover:underline">
                {cover.person}
              </Link>
              <span>
                {cover.role} in <TenantDot colour={cover.colour} />
                {cover.tenant}
                {cover.area && `, ${cover.area}`}
              </span>
              <EndButton
                draft={page.person.name}
                entry={entry("assignment.end", { assignment: cover.assignment })}
                label={`End ${cover.role} of ${cover.person}`}
              />
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}
