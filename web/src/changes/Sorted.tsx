import { useQuery } from "@tanstack/react-query";
import type { Schemas } from "../api/client";
import type { Draft } from "../api/drafts";
import { reviewQuery } from "../api/changeQueries";
import { useSession } from "../session/hooks";
import { day } from "../ui/dates";
import { Square } from "../ui/square";
import { Empty, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { blockWord, count } from "../ui/words";

type Review = Schemas["ReviewView"];

/** How a review is sorted. */
export type Way = "list" | "people" | "tenants" | "text";

/** The same draft by whom it concerns, or by where it goes. */
export function Sorted({ draft, way }: { draft: Draft; way: Way }) {
  const review = useQuery(reviewQuery(draft.id, draft.version));
  return (
    <Read of={review} what="the review">
      {(data) => (way === "people" ? <People review={data} /> : <Tenants review={data} />)}
    </Read>
  );
}

function People({ review }: { review: Review }) {
  if (review.people.length === 0) {
    return (
      <div className="card-plain mt-3">
        <Empty title="Nobody gains or loses anything by it." />
      </div>
    );
  }
  return (
    <>
      {review.people.map((person) => (
        <section key={person.id} className="mt-3">
          <h2>{person.name}</h2>
          <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
            {person.gains.map((shift) => (
              <Shift key={`gain ${shiftKey(shift)}`} shift={shift} sign="gains" />
            ))}
            {person.losses.map((shift) => (
              <Shift key={`lose ${shiftKey(shift)}`} shift={shift} sign="loses" />
            ))}
          </ul>
        </section>
      ))}
      {review.morePeople > 0 && (
        <p className="mt-2 text-soft">and {count(review.morePeople, "more person", "more people")}</p>
      )}
    </>
  );
}

type ShiftView = Review["people"][number]["gains"][number];

function shiftKey(shift: ShiftView): string {
  return [shift.tenant, shift.record, shift.area, shift.held, shift.from, ...shift.blocks].join(" ");
}

/** What is held all along is gained or lost by its use. */
function wordsOfUse(shift: ShiftView, sign: "gains" | "loses"): string {
  const blocks = shift.blocks.map(blockWord).join(", ");
  if (shift.held) {
    return blocks === ""
      ? shift.from
        ? "given before, usable then"
        : "had before, usable now"
      : `still given, no longer usable: ${blocks}`;
  }
  if (blocks === "") {
    return "";
  }
  return sign === "gains" ? `not usable yet: ${blocks}` : `not usable before: ${blocks}`;
}

function Shift({ shift, sign }: { shift: ShiftView; sign: "gains" | "loses" }) {
  const session = useSession();
  const use = wordsOfUse(shift, sign);
  return (
    <li className="flex items-baseline gap-3 px-3 py-1">
      <b className={`w-12 shrink-0 text-sm ${sign === "gains" ? "text-success" : "text-error"}`}>{sign}</b>
      <span className="w-44 shrink-0 truncate text-sm text-soft">
        <TenantDot colour={shift.colour} />
        {shift.tenant}
      </span>
      <span className="w-56 shrink-0">
        {shift.record}, {shift.area}
      </span>
      <span className="min-w-0 flex-1">
        {shift.actions.join(", ")}
        {shift.from && <b className="ml-2 text-sm font-semibold">from {day(shift.from, session.zone)}</b>}
        {use !== "" && (
          <span className="ml-2 text-sm text-soft">
            {sign === "gains" && shift.blocks.length > 0 && (
              <span className="text-warning" aria-hidden>
                ▲{" "}
              </span>
            )}
            {use}
          </span>
        )}
      </span>
    </li>
  );
}

function Tenants({ review }: { review: Review }) {
  if (review.tenants.length === 0) {
    return (
      <div className="card-plain mt-3">
        <Empty title="No tenant has to do anything today.">What begins on a coming day is sent on that day.</Empty>
      </div>
    );
  }
  return (
    <>
      {review.tenants.map((tenant) => (
        <section key={tenant.id} className="mt-3">
          <h2 className="flex items-center">
            <TenantDot colour={tenant.colour} />
            {tenant.name}
            <span className="ml-2 font-sans text-sm font-normal text-soft">
              {tenant.allSteps === 0 ? "already so" : count(tenant.allSteps, "step")}
              {tenant.pools.map((pool) => ` · ${pool.left} left of ${pool.size} ${pool.name}`).join("")}
            </span>
            {tenant.isByHand && tenant.allSteps > 0 && (
              <b className="ml-2 font-sans text-sm">to be done by hand: they become tasks</b>
            )}
            {tenant.feltAtSignIn && !tenant.isByHand && tenant.allSteps > 0 && (
              <span className="ml-2 font-sans text-sm font-normal">takes effect at next sign-in</span>
            )}
            {!tenant.answers && (
              <b className="ml-2 font-sans text-sm text-error">does not answer now; the steps wait for it</b>
            )}
          </h2>
          <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
            {tenant.steps.map((step) => (
              <li key={step} className="px-3 py-1">
                {step}
              </li>
            ))}
            {tenant.allSteps > tenant.steps.length && (
              <li className="px-3 py-1 text-soft">and {count(tenant.allSteps - tenant.steps.length, "more step")}</li>
            )}
            {tenant.differing.map((one) => (
              <li key={`${one.type} ${one.name}`} className="flex items-center gap-2 px-3 py-1 text-sm">
                <Square square={one.square} size={14} />
                <span>
                  differs already: <b className="font-semibold">{one.name}</b>, {one.text}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}
