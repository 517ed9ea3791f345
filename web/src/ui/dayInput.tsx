import { useRef, useState } from "react";
import { useNow, useSession } from "../session/hooks";
import { isoDay } from "./dates";
import { isDay, readDay, writeDay, type Towards } from "./dayText";

/**
 * A day, typed as people write it or chosen from a calendar. It is kept when the field is left or Enter is pressed; what is
 * no day is kept as it was typed, so that nothing is lost and the way out can be told.
 */
export function DayInput({
  id,
  name,
  label,
  value,
  onKeep,
  wrong = false,
  describedBy,
  towards = "coming",
  className = "h-8 w-full",
}: {
  id?: string;
  name?: string | undefined;
  /** For those who do not see a label beside it. */
  label: string;
  /** As `2026-11-30`, or what was typed and is none. */
  value: string;
  onKeep: (value: string) => void;
  wrong?: boolean;
  describedBy?: string | undefined;
  towards?: Towards;
  className?: string;
}) {
  const session = useSession();
  const now = useNow();
  const [typed, setTyped] = useState<string>();
  const calendar = useRef<HTMLInputElement>(null);
  const keep = () => {
    if (typed !== undefined) {
      const text = typed.trim();
      const read = readDay(text, isoDay(new Date(now).toISOString(), session.zone), towards) ?? text;
      setTyped(undefined);
      if (read !== value) {
        onKeep(read);
      }
    }
  };
  return (
    <span className={`relative inline-block align-middle ${className}`}>
      <input
        id={id}
        name={name}
        aria-label={id === undefined ? label : undefined}
        className={`input h-full w-full pr-8 ${wrong ? "input-error" : ""}`}
        placeholder={towards === "coming" ? "30 Nov, fri, +7" : "30 Oct, -7"}
        aria-invalid={wrong}
        aria-describedby={describedBy}
        value={typed ?? writeDay(value)}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => event.key === "Enter" && keep()}
      />
      <button
        type="button"
        tabIndex={-1}
        aria-label={`${label}: choose from a calendar`}
        className="absolute inset-y-0 right-0 w-8 cursor-pointer text-soft hover:text-base-content"
        onClick={() => calendar.current?.showPicker()}
      >
        <svg aria-hidden viewBox="0 0 16 16" className="mx-auto size-3.5 fill-none stroke-current">
          <path d="M1.5 3.5h13v11h-13zM1.5 6.5h13M5 1.5v3M11 1.5v3" />
        </svg>
      </button>
      <input
        ref={calendar}
        type="date"
        tabIndex={-1}
        aria-hidden
        className="pointer-events-none absolute right-0 bottom-0 size-0 opacity-0"
        value={isDay(value) ? value : ""}
        onChange={(event) => onKeep(event.target.value)}
      />
    </span>
  );
}
