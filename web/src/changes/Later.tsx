import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { newId, type Draft } from "../api/drafts";
import { scheduleQuery } from "../api/changeQueries";
import { useMay, useNow, useSession } from "../session/hooks";
import { instantOf, isoDay, isoTime, moment } from "../ui/dates";
import { DayInput } from "../ui/dayInput";
import { Told } from "../ui/plainField";
import { scheduleWords } from "./laterWords";
import { useSchedule, useUnschedule } from "./mutations";

/** When the draft is applied by itself, and how to say so. */
export function Later({
  draft,
  digest,
  wanted,
  isOpen,
  onClose,
}: {
  draft: Draft;
  digest: string | undefined;
  /** When it is meant to be applied, as whoever began the draft said. */
  wanted: string | undefined;
  isOpen: boolean;
  onClose: () => void;
}) {
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  const now = useNow();
  const known = useQuery(scheduleQuery(draft.id, draft.version)).data;
  const [date, setDate] = useState(() => isoDay(wanted ?? new Date(now + 86_400_000).toISOString(), session.zone));
  const [time, setTime] = useState(() => (wanted === undefined ? "06:00" : isoTime(wanted, session.zone)));
  const schedule = useSchedule(draft.id);
  const cancel = useUnschedule(draft.id);
  const due = instantOf(date, time, session.zone);
  return (
    <div className={known?.due || isOpen ? "mt-3" : ""}>
      {known?.due && (
        <p className="flex items-center gap-3">
          <span className={known.failedAt || known.isLapsed ? "font-semibold text-error" : ""}>
            {(known.failedAt || known.isLapsed) && <span aria-hidden>▲ </span>}
            {scheduleWords(known, session.zone)}
          </span>
          {mayPrepare && (
            <button
              type="button"
              className="btn btn-xs"
              disabled={cancel.isPending}
              onClick={() => cancel.mutate(undefined)}
            >
              Cancel the schedule
            </button>
          )}
        </p>
      )}
      {isOpen && (
        <form
          className="card-plain flex flex-wrap items-end gap-3 px-3 py-2"
          aria-label="Apply later"
          onSubmit={(event) => {
            event.preventDefault();
            if (due !== undefined && digest !== undefined) {
              schedule.mutate({ requestId: newId(), draftVersion: draft.version, digest, due }, { onSuccess: onClose });
            }
          }}
        >
          <div className="w-44 text-xs font-semibold text-soft">
            Day
            <DayInput label="Apply on (date)" value={date} onKeep={setDate} className="mt-0.5 h-8 w-full" />
          </div>
          <label className="w-36 text-xs font-semibold text-soft">
            Time
            <input
              type="time"
              required
              className="input mt-0.5 h-8 w-full font-normal text-base-content"
              value={time}
              onChange={(event) => setTime(event.target.value)}
            />
          </label>
          <button
            type="submit"
            className="btn btn-primary btn-sm"
            disabled={due === undefined || digest === undefined || schedule.isPending}
          >
            {due === undefined ? "Apply it then" : `Apply on ${moment(due, session.zone)}`}
          </button>
          <button type="button" className="btn btn-ghost btn-sm" onClick={onClose}>
            Cancel
          </button>
          <p className="w-full text-sm text-soft">
            In your name and with your rights of that moment, to whoever it concerns then. If the draft is changed, or a
            change in it is no longer ready, it is not applied and comes to the Desk.
          </p>
          <Told error={schedule.error} />
        </form>
      )}
    </div>
  );
}
