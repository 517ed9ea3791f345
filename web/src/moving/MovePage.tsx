import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useParams } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { personQuery } from "../api/queries";
import { moveQuery } from "../api/moveQueries";
import { useMay, useNow, useSession } from "../session/hooks";
import { instantOf, isoDay, moment } from "../ui/dates";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { Columns } from "./Columns";
import { Review, useChoices } from "./Review";
import { JobFields } from "./JobFields";
import { useSettleMove } from "./mutations";
import { changesOf, COLUMNS, kindOf } from "./words";

type Move = Schemas["MoveView"];
type Input = Omit<Schemas["MoveInput"], "at">;
type Engagement = Schemas["PersonPage"]["engagements"][number];

/** Somebody changes jobs: the new job beside what goes, stays and comes, and the draft that does it. */
export function MovePage() {
  const { id } = useParams({ from: "/people/$id/move" });
  const person = useQuery(personQuery(id));
  return (
    <Read of={person} what="the person">
      {(page) => <Start key={id} id={id} engagements={page.engagements} name={page.person.name} />}
    </Read>
  );
}

/** The job as it is, to be changed. */
function inputOf(engagement: Engagement | undefined): Input {
  return {
    ...(engagement === undefined ? {} : { engagement: engagement.id }),
    kind: kindOf(engagement?.kind),
    unit: engagement?.unitId ?? "",
    job: engagement?.job ?? "",
    graceDays: 14,
  };
}

function Start({ id, engagements, name }: { id: string; engagements: readonly Engagement[]; name: string }) {
  const session = useSession();
  const now = useNow();
  const running = engagements.filter(
    (one) =>
      (one.from == null || new Date(one.from).getTime() <= now) &&
      (one.until == null || new Date(one.until).getTime() > now),
  );
  const [typed, setTyped] = useState<Input>(() => inputOf(running[0]));
  const [date, setDate] = useState(() => isoDay(new Date(now).toISOString(), session.zone));
  const at = instantOf(date, "00:00", session.zone);
  const isLater = at !== undefined && new Date(at).getTime() > now;
  const move = useQuery({
    ...moveQuery(id, { ...typed, ...(isLater ? { at } : {}) }),
    enabled: typed.unit !== "" && typed.job.trim() !== "",
    placeholderData: keepPreviousData,
  });
  return (
    <>
      <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Move">
        <h1>Move {name}</h1>
        {move.data === undefined ? (
          <p className="mt-2 text-soft">
            {running.length === 0 ? "They have no current engagement to change." : "Choose the new job or unit."}
          </p>
        ) : (
          <Plan key={move.data.engagement.id} move={move.data} at={isLater ? at : undefined} />
        )}
        <Told error={move.error} />
      </section>
      <aside
        aria-label="The new job"
        className="w-[330px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4 max-[1100px]:w-[280px]"
      >
        <h2>The new job</h2>
        {move.data !== undefined && (
          <p className="mt-1 text-soft">
            Now {move.data.engagement.job}, {move.data.engagement.unitName}
          </p>
        )}
        <JobFields
          typed={typed}
          onChange={(change) => setTyped({ ...typed, ...change })}
          number={
            move.data !== undefined && typed.kind !== move.data.engagement.kind
              ? move.data.engagement.number
              : undefined
          }
          managerName={move.data?.managerName ?? undefined}
          date={date}
          onDate={setDate}
          error={move.error}
        />
        <PlainField
          label="Days to keep what goes"
          type="number"
          hint="0 ends it at once. What conflicts with the new job is never kept."
          value={String(typed.graceDays)}
          problem={problemOf(move.error, "graceDays")}
          onChange={(days) => setTyped({ ...typed, graceDays: Math.min(365, Math.max(0, Number(days) || 0)) })}
        />
      </aside>
    </>
  );
}

function Plan({ move, at }: { move: Move; at: string | undefined }) {
  const mayPrepare = useMay("PREPARE");
  const { isChosen, turn } = useChoices();
  const changes = [...(move.edit ? [move.edit] : []), ...changesOf(move.items, isChosen)];
  return (
    <>
      {move.brought ? (
        <Brought move={move} />
      ) : (
        !move.edit && <p className="font-semibold">Choose another job, unit or kind of engagement on the right.</p>
      )}
      <p className="text-soft">
        {move.next.length === 0
          ? "Nobody holds the new job yet, so there is nobody to compare with."
          : `Compared with ${move.next.map((one) => one.name).join(", ")} in the new job`}
        {move.former.length > 0 &&
          move.next.length > 0 &&
          `, and with ${move.former.map((one) => one.name).join(", ")} in the former one`}
        {move.next.length > 0 && "."}
      </p>
      <Columns
        columns={COLUMNS}
        items={move.items}
        isChosen={isChosen}
        until={move.until ?? undefined}
        onTurn={mayPrepare ? turn : undefined}
      />
      {move.hidden > 0 && (
        <p className="mt-3 font-semibold text-warning">
          ▲ {count(move.hidden, "thing")} more in tenants outside your scope.
        </p>
      )}
      <Review name={`${move.person.name} moves`} changes={changes} at={at} />
    </>
  );
}

/** The job was changed by another program already: what they hold is still that of the former one. */
function Brought({ move }: { move: Move }) {
  const session = useSession();
  const mayApply = useMay("APPLY");
  const settle = useSettleMove(move.person.id);
  return move.brought ? (
    <div className="card-plain mb-3 flex flex-wrap items-center gap-3 px-3 py-2" role="status">
      <span className="min-w-0 flex-1">
        <b className="font-semibold">The job has already been changed</b>, {moment(move.brought.at, session.zone)}:
        before, {move.brought.job}
        {move.brought.unitName !== "" && `, ${move.brought.unitName}`}.
      </span>
      {mayApply && (
        <button type="button" className="btn btn-sm" disabled={settle.isPending} onClick={() => settle.mutate()}>
          No other changes needed
        </button>
      )}
      <Told error={settle.error} />
    </div>
  ) : null;
}
