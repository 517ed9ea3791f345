import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useNavigate, useParams } from "@tanstack/react-router";
import { useId, useState } from "react";
import { entry, useStartDraft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { catalogueQuery, personQuery } from "../api/queries";
import { moveQuery } from "../api/moveQueries";
import { useMay, useNow, useSession } from "../session/hooks";
import { instantOf, isoDay, lastDay, moment } from "../ui/dates";
import { Choose } from "../ui/choose";
import { DayInput } from "../ui/dayInput";
import { PersonPicker } from "../ui/personPicker";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { useSettleMove } from "./mutations";
import { changesOf, COLUMNS, isChoosable, keyOf, whyWords, type Item } from "./words";

type Move = Schemas["MoveView"];
type Kind = Schemas["MoveInput"]["kind"];
type Input = Omit<Schemas["MoveInput"], "at">;
type Engagement = Schemas["PersonPage"]["engagements"][number];

const KINDS: readonly [Kind, string][] = [
  ["EMPLOYEE", "employee"],
  ["VOLUNTEER", "volunteer"],
  ["CONTRACTOR", "contractor"],
  ["PARTNER", "partner"],
];

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
    kind: KINDS.find(([kind]) => kind === engagement?.kind.toUpperCase())?.[0] ?? "EMPLOYEE",
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
        <Where typed={typed} onChange={setTyped} date={date} onDate={setDate} move={move.data} error={move.error} />
      </aside>
    </>
  );
}

/** The new job, as it is typed. */
function Where({
  typed,
  onChange,
  date,
  onDate,
  move,
  error,
}: {
  typed: Input;
  onChange: (typed: Input) => void;
  date: string;
  onDate: (date: string) => void;
  move: Move | undefined;
  error: Error | null;
}) {
  const jobsId = useId();
  const choices = useQuery(catalogueQuery).data;
  const set = (change: Partial<Input>) => onChange({ ...typed, ...change });
  return (
    <>
      <h2>The new job</h2>
      {move !== undefined && (
        <p className="mt-1 text-soft">
          Now {move.engagement.job}, {move.engagement.unitName}
        </p>
      )}
      <div className="mt-2">
        <label htmlFor={jobsId} className="block text-xs font-semibold text-soft">
          Job
        </label>
        <input
          id={jobsId}
          list={`${jobsId}-jobs`}
          className="input mt-0.5 h-8 w-full"
          value={typed.job}
          onChange={(event) => set({ job: event.target.value })}
        />
        <datalist id={`${jobsId}-jobs`}>
          {choices?.jobs.map((job) => (
            <option key={job} value={job} />
          ))}
        </datalist>
      </div>
      <Choose className="mt-3" label="Unit" value={typed.unit} onChange={(unit) => set({ unit })}>
        {typed.unit === "" && <option value="" />}
        {choices?.units.map((unit) => (
          <option key={unit.id} value={unit.id}>
            {unit.name}
          </option>
        ))}
      </Choose>
      <Choose
        className="mt-3"
        label="Engaged as"
        value={typed.kind}
        onChange={(value) => set({ kind: KINDS.find(([kind]) => kind === value)?.[0] ?? "EMPLOYEE" })}
      >
        {KINDS.map(([kind, words]) => (
          <option key={kind} value={kind}>
            {words}
          </option>
        ))}
      </Choose>
      {move !== undefined && typed.kind !== move.engagement.kind && (
        <PlainField
          label="New staff number"
          isOptional
          hint={move.engagement.number === "" ? "None so far." : `So far ${move.engagement.number}.`}
          value={typed.number ?? ""}
          problem={problemOf(error, "number")}
          onChange={(number) => set({ number })}
        />
      )}
      <div className="mt-3">
        <span className="block text-xs font-semibold text-soft">Manager</span>
        {move?.managerName && <b className="block font-semibold">{move.managerName}</b>}
        <PersonPicker
          label="Manager in the new job"
          placeholder={move?.managerName ? "Somebody else" : "Name"}
          onPick={(person) => set({ manager: person.id })}
        />
      </div>
      <div className="mt-3">
        <span className="block text-xs font-semibold text-soft">From</span>
        <DayInput label="From" value={date} onKeep={onDate} className="mt-0.5 h-8 w-full" />
      </div>
      <PlainField
        label="Days to keep what goes"
        type="number"
        hint="0 ends it at once. What conflicts with the new job is never kept."
        value={String(typed.graceDays)}
        problem={problemOf(error, "graceDays")}
        onChange={(days) => set({ graceDays: Math.min(365, Math.max(0, Number(days) || 0)) })}
      />
    </>
  );
}

function Plan({ move, at }: { move: Move; at: string | undefined }) {
  const session = useSession();
  const navigate = useNavigate();
  const mayPrepare = useMay("PREPARE");
  const [turned, setTurned] = useState<ReadonlySet<string>>(new Set());
  const start = useStartDraft((draft) => {
    void navigate({ to: "/changes/drafts/$id", params: { id: draft.id }, search: { draft: draft.id, later: at } });
  });
  const isChosen = (item: Item) => item.isProposed !== turned.has(keyOf(item));
  const turn = (item: Item) => {
    const next = new Set(turned);
    if (!next.delete(keyOf(item))) {
      next.add(keyOf(item));
    }
    setTurned(next);
  };
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
          ? "Nobody has the new job yet, so there is nobody to compare with."
          : `Compared with ${move.next.map((one) => one.name).join(", ")} in the new job`}
        {move.former.length > 0 &&
          move.next.length > 0 &&
          `, and with ${move.former.map((one) => one.name).join(", ")} in the former one`}
        {move.next.length > 0 && "."}
      </p>
      <div className="mt-3 grid gap-4 min-[1000px]:grid-cols-3">
        {COLUMNS.map(({ column, title, empty }) => {
          const items = move.items.filter((item) => item.column === column);
          return (
            <section key={column} aria-label={title}>
              <h2>
                {title} <span className="font-sans text-sm font-normal text-soft">{items.length || ""}</span>
              </h2>
              {items.length === 0 && <p className="mt-1 text-soft">{empty}</p>}
              <ul className="mt-1 space-y-1.5">
                {items.map((item) => (
                  <Line
                    key={keyOf(item)}
                    item={item}
                    isChosen={isChosen(item)}
                    until={move.until ?? undefined}
                    onTurn={mayPrepare ? () => turn(item) : undefined}
                  />
                ))}
              </ul>
            </section>
          );
        })}
      </div>
      {move.hidden > 0 && (
        <p className="mt-3 font-semibold text-warning">
          ▲ {count(move.hidden, "thing")} more in tenants outside your scope.
        </p>
      )}
      {mayPrepare && (
        <p className="mt-4 flex items-center gap-3">
          <button
            type="button"
            className="btn btn-primary"
            disabled={changes.length === 0 || start.isPending}
            onClick={() =>
              start.mutate({
                name: `${move.person.name} moves`,
                put: changes.map((change) => entry(change.form, change.fields)),
              })
            }
          >
            {changes.length === 0 ? "Nothing changes" : `Review ${count(changes.length, "change")}`}
          </button>
          {at !== undefined && changes.length > 0 && (
            <span className="text-sm text-soft">
              To be applied {moment(at, session.zone)}: the review offers that time.
            </span>
          )}
        </p>
      )}
      <Told error={start.error} />
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

function Line({
  item,
  isChosen,
  until,
  onTurn,
}: {
  item: Item;
  isChosen: boolean;
  until: string | undefined;
  onTurn: (() => void) | undefined;
}) {
  const session = useSession();
  const hasChoice = onTurn !== undefined && isChoosable(item);
  const ends = item.column === "STAYS" && item.why !== "NEW_JOB";
  const label = ends ? `End ${item.name}` : item.name;
  return (
    <li className="card-plain flex gap-2.5 px-3 py-1.5">
      {hasChoice && (
        <input
          type="checkbox"
          className="checkbox checkbox-sm mt-0.5"
          aria-label={`${label} ${item.detail}`.trim()}
          checked={isChosen}
          onChange={onTurn}
        />
      )}
      <span className="min-w-0">
        <b className="font-semibold">
          {item.colour != null && <TenantDot colour={item.colour} />}
          {item.name}
        </b>{" "}
        <span className="text-soft">{item.why === "RULE" || item.why === "DIRECTORY" ? "" : item.detail}</span>
        <span className="block text-sm text-soft">{whyWords(item)}</span>
        {item.rule && (
          <span className="block text-sm font-semibold text-error">
            {item.column === "GOES"
              ? `ends at once: “${item.rule}” does not let it stay beside the new job`
              : `“${item.rule}” does not let it come; it needs an exception`}
          </span>
        )}
        {item.column === "GOES" && isChosen && !item.rule && hasChoice && (
          <span className="block text-sm text-soft">
            {until === undefined ? "ends at once" : `kept until ${lastDay(until, session.zone)}`}
          </span>
        )}
        {item.column === "GOES" && item.thing === "ACCOUNT" && item.changes.length === 0 && (
          <span className="block text-sm text-soft">stays open; close it when the days are over</span>
        )}
        {item.column === "STAYS" && !ends && hasChoice && (
          <span className="block text-sm text-soft">gets this seat in place of the present one</span>
        )}
        {ends && hasChoice && <span className="block text-sm text-soft">select to end it</span>}
      </span>
    </li>
  );
}
