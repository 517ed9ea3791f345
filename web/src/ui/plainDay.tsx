import { useId } from "react";
import { DayInput } from "./dayInput";

/** A day of a form that is sent whole. */
export function PlainDay({
  label,
  hint,
  value,
  onKeep,
}: {
  label: string;
  hint?: string;
  value: string;
  onKeep: (value: string) => void;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block text-xs font-semibold text-soft">
        {label}
      </label>
      <DayInput id={id} label={label} value={value} onKeep={onKeep} />
      {hint !== undefined && <span className="text-xs text-soft">{hint}</span>}
    </div>
  );
}
