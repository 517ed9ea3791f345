import { useQuery } from "@tanstack/react-query";
import { useId } from "react";
import { personQuery } from "../api/queries";
import { DayInput } from "../ui/dayInput";
import { PersonPicker } from "../ui/personPicker";
import type { PersonField } from "./values";

/** A value of one of the organisation's own fields, typed or chosen as its type asks for. */
export function ValueInput({
  field,
  value,
  problem,
  onChange,
}: {
  field: Pick<PersonField, "label" | "type" | "choices">;
  value: string;
  problem?: string | undefined;
  onChange: (value: string) => void;
}) {
  const id = useId();
  return (
    <div className="min-w-0">
      {field.type === "PERSON" ? (
        <span className="block text-xs font-semibold text-soft">{field.label}</span>
      ) : (
        <label htmlFor={id} className="block text-xs font-semibold text-soft">
          {field.label}
        </label>
      )}
      {field.type === "CHOICE" && (
        <select
          id={id}
          className="select h-8 w-full"
          value={value}
          aria-invalid={problem !== undefined}
          onChange={(event) => onChange(event.target.value)}
        >
          <option value="">none</option>
          {field.choices.map((choice) => (
            <option key={choice} value={choice}>
              {choice}
            </option>
          ))}
        </select>
      )}
      {field.type === "DATE" && <DayInput id={id} label={field.label} value={value} onKeep={onChange} />}
      {field.type === "PERSON" && <PersonValue label={field.label} value={value} onChange={onChange} />}
      {(field.type === "TEXT" || field.type === "NUMBER") && (
        <input
          id={id}
          className={`input h-8 w-full ${problem === undefined ? "" : "input-error"}`}
          inputMode={field.type === "NUMBER" ? "decimal" : undefined}
          aria-invalid={problem !== undefined}
          aria-describedby={problem === undefined ? undefined : `${id}-problem`}
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
      )}
      {problem !== undefined && (
        <p id={`${id}-problem`} className="text-sm font-semibold text-error">
          {problem}
        </p>
      )}
    </div>
  );
}

function PersonValue({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  const person = useQuery({ ...personQuery(value), enabled: value !== "" });
  return value === "" ? (
    <PersonPicker label={label} placeholder="Name" onPick={(picked) => onChange(picked.id)} />
  ) : (
    <p className="flex h-8 items-center gap-2">
      <b className="truncate font-semibold">{person.data?.person.name ?? "…"}</b>
      <button type="button" className="btn btn-xs" aria-label={`Remove ${label}`} onClick={() => onChange("")}>
        Remove
      </button>
    </p>
  );
}
