import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { entry, useStartDraft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { useNow, useSession } from "../session/hooks";
import { instantOf, isoDay, moment } from "../ui/dates";
import { DayInput } from "../ui/dayInput";
import { PersonPicker } from "../ui/personPicker";
import { Told } from "../ui/plainField";
import { count } from "../ui/words";
import { byReason, reasonWords } from "./reasons";
import { usePrepareMany } from "./mutations";

/** Several people leave together: when, who takes over, whom it leaves out and what it leaves open, and one draft for all. */
export function OffboardMany({ people }: { people: readonly string[] }) {
  const session = useSession();
  const now = useNow();
  const navigate = useNavigate();
  const prepare = usePrepareMany();
  const [isLater, setLater] = useState(false);
  const [date, setDate] = useState(() => isoDay(new Date(now + 86_400_000).toISOString(), session.zone));
  const [time, setTime] = useState("18:00");
  const [successor, setSuccessor] = useState<{ id: string; name: string }>();
  const at = isLater ? instantOf(date, time, session.zone) : undefined;
  const start = useStartDraft((draft) => {
    void navigate({ to: "/changes/drafts/$id", params: { id: draft.id }, search: { draft: draft.id, later: at } });
  });
  const found = prepare.data;
  const leaving = count(people.length - (found?.left.length ?? 0), "person leaves", "people leave");
  const change = (act: () => void) => {
    // what was found is about another time, or somebody else
    prepare.reset();
    act();
  };
  return (
    <div role="group" aria-label="Offboard" className="card-plain mt-1.5 px-3 py-2">
      <div className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className={`btn btn-sm ${isLater ? "" : "btn-primary"}`}
          aria-pressed={!isLater}
          onClick={() => change(() => setLater(false))}
        >
          Now
        </button>
        <button
          type="button"
          className={`btn btn-sm ${isLater ? "btn-primary" : ""}`}
          aria-pressed={isLater}
          onClick={() => change(() => setLater(true))}
        >
          At a set time
        </button>
        {isLater && (
          <>
            <DayInput label="Day" value={date} onKeep={(day) => change(() => setDate(day))} className="h-8 w-40" />
            <input
              type="time"
              aria-label="Time"
              className="input h-8 w-32"
              value={time}
              onChange={(event) => change(() => setTime(event.target.value))}
            />
          </>
        )}
        {successor === undefined ? (
          <div className="w-64">
            <PersonPicker
              label="Who takes over what they own or lead"
              placeholder="Who takes over, if anybody"
              onPick={(one) => change(() => setSuccessor(one))}
            />
          </div>
        ) : (
          <span className="flex items-center gap-2">
            {successor.name} takes over
            <button type="button" className="btn btn-xs" onClick={() => change(() => setSuccessor(undefined))}>
              Change
            </button>
          </span>
        )}
        {found === undefined ? (
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={prepare.isPending || (isLater && at === undefined)}
            onClick={() => prepare.mutate({ act: "OFFBOARD", people: [...people], at, successor: successor?.id })}
          >
            {prepare.isPending ? "Preparing…" : "Prepare"}
          </button>
        ) : (
          <>
            <button
              type="button"
              className="btn btn-primary btn-sm"
              // it stands where Prepare stood, which had the focus
              autoFocus
              disabled={found.entries.length === 0 || start.isPending}
              onClick={() =>
                start.mutate({ name: leaving, put: found.entries.map((one) => entry(one.form, one.fields)) })
              }
            >
              Review {count(found.entries.length, "change")}
            </button>
            <b className="font-semibold" role="status">
              {leaving}
              {found.left.length > 0 && `; ${found.left.length} left out`}
            </b>
          </>
        )}
      </div>
      {found !== undefined && at !== undefined && (
        <p className="mt-1 text-sm text-soft">To be applied {moment(at, session.zone)}: the review offers that time.</p>
      )}
      {found !== undefined && <Notes found={found} />}
      <Told error={prepare.error ?? start.error} />
    </div>
  );
}

function Notes({ found }: { found: Schemas["ActView"] }) {
  return found.left.length + found.open.length === 0 ? null : (
    <ul className="mt-1.5 max-h-28 overflow-auto text-sm">
      {byReason(found.open).map((one) => (
        <li key={one.why} title={one.names.join(", ")}>
          <span className="text-warning">▲</span> {reasonWords(one)}
        </li>
      ))}
      {byReason(found.left).map((one) => (
        <li key={one.why} title={one.names.join(", ")} className="text-soft">
          {reasonWords(one)}
        </li>
      ))}
    </ul>
  );
}
