import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { returnQuery } from "../api/moveQueries";
import { personQuery } from "../api/queries";
import { useMay, useNow, useSession } from "../session/hooks";
import { instantOf, isoDay, lastDay } from "../ui/dates";
import { Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { Columns } from "./Columns";
import { Review, useChoices } from "./Review";
import { JobFields, type Job } from "./JobFields";
import { changesOf, kindOf, RETURN_COLUMNS } from "./words";

type Return = Schemas["ReturnView"];
type Engagement = Schemas["PersonPage"]["engagements"][number];

/** Somebody who left comes back: the new job beside what ends, stays and comes, and the draft that does it. */
export function ReturnPage() {
  const { id } = useParams({ from: "/people/$id/return" });
  const person = useQuery(personQuery(id));
  return (
    <Read of={person} what="the person">
      {(page) => <Start key={id} id={id} engagements={page.engagements} name={page.person.name} />}
    </Read>
  );
}

/** The job that they had last, to begin with. */
function lastOf(engagements: readonly Engagement[]): Job {
  const last = engagements.toSorted((one, other) => (other.until ?? "").localeCompare(one.until ?? ""))[0];
  return {
    kind: kindOf(last?.kind),
    unit: last?.unitId ?? "",
    job: last?.job ?? "",
    number: last?.number ?? "",
  };
}

function Start({ id, engagements, name }: { id: string; engagements: readonly Engagement[]; name: string }) {
  const session = useSession();
  const now = useNow();
  const [typed, setTyped] = useState(() => lastOf(engagements));
  const [date, setDate] = useState(() => isoDay(new Date(now).toISOString(), session.zone));
  const at = instantOf(date, "00:00", session.zone);
  const isLater = at !== undefined && new Date(at).getTime() > now;
  const plan = useQuery({
    ...returnQuery(id, { ...typed, ...(isLater ? { at } : {}) }),
    enabled: typed.unit !== "" && typed.job.trim() !== "",
    placeholderData: keepPreviousData,
  });
  const last = plan.data?.last;
  return (
    <>
      <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Return">
        <h1>{name} comes back</h1>
        {last && (
          <p className="text-soft">
            {last.job}, {last.unitName} until {lastDay(last.left, session.zone)}. They come back as the same person,
            with their history.
          </p>
        )}
        {plan.data ? (
          <Plan plan={plan.data} at={isLater ? at : undefined} />
        ) : (
          plan.error === null && <p className="mt-2 text-soft">Choose the job and the unit.</p>
        )}
        <Told error={plan.error} />
      </section>
      <aside
        aria-label="The new job"
        className="w-[330px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4 max-[1100px]:w-[280px]"
      >
        <h2>The new job</h2>
        <JobFields
          typed={typed}
          onChange={(change) => setTyped({ ...typed, ...change })}
          number={last?.number ?? ""}
          managerName={plan.data?.managerName ?? undefined}
          date={date}
          onDate={setDate}
          error={plan.error}
        />
      </aside>
    </>
  );
}

function Plan({ plan, at }: { plan: Return; at: string | undefined }) {
  const mayPrepare = useMay("PREPARE");
  const { isChosen, turn } = useChoices();
  const changes = [plan.begin, ...changesOf(plan.items, isChosen)];
  return (
    <>
      {plan.isLocked && (
        <p className="mt-2 font-semibold text-warning">
          ▲ Their sign-in was closed and has not been reopened: nothing is given to them in any tenant before{" "}
          <Link to="/people/$id" params={{ id: plan.person.id }} className="link">
            the suspension is ended
          </Link>
          .
        </p>
      )}
      <p className="text-soft">
        {plan.peers.length === 0
          ? "Nobody holds the new job yet, so there is nobody to compare with."
          : `Compared with ${plan.peers.map((one) => one.name).join(", ")} in the new job.`}
      </p>
      <Columns columns={RETURN_COLUMNS} items={plan.items} isChosen={isChosen} onTurn={mayPrepare ? turn : undefined} />
      {plan.hidden > 0 && (
        <p className="mt-3 font-semibold text-warning">
          ▲ {count(plan.hidden, "thing")} more in tenants outside your scope.
        </p>
      )}
      <Review name={`${plan.person.name} comes back`} changes={changes} at={at} />
    </>
  );
}
