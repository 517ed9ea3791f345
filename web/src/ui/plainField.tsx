import { useId } from "react";
import { Problem } from "../api/client";

/** A field of a form that is sent whole; what is wrong with it stands below. */
export function PlainField({
  label,
  value,
  onChange,
  type = "text",
  hint,
  problem,
  autoComplete,
  autoFocus = false,
  isOptional = false,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type?: "text" | "password" | "number" | "lines";
  hint?: string;
  problem?: string | undefined;
  autoComplete?: string;
  autoFocus?: boolean;
  isOptional?: boolean;
}) {
  const id = useId();
  const told = problem ?? hint;
  const common = {
    id,
    required: !isOptional,
    "aria-invalid": problem !== undefined,
    "aria-describedby": told === undefined ? undefined : `${id}-told`,
    value,
  };
  return (
    <div className="mt-3">
      <label htmlFor={id} className="block text-xs font-semibold text-soft">
        {label}
      </label>
      {type === "lines" ? (
        <textarea
          rows={4}
          spellCheck={false}
          className={`textarea mt-0.5 w-full font-mono text-xs ${problem === undefined ? "" : "textarea-error"}`}
          onChange={(event) => onChange(event.target.value)}
          {...common}
        />
      ) : (
        <input
          type={type}
          className={`input mt-1 w-full ${problem === undefined ? "" : "input-error"}`}
          autoComplete={autoComplete}
          autoFocus={autoFocus}
          onChange={(event) => onChange(event.target.value)}
          {...common}
        />
      )}
      {told !== undefined && (
        <p
          id={`${id}-told`}
          className={`mt-0.5 text-xs ${problem === undefined ? "text-soft" : "font-semibold text-error"}`}
        >
          {told}
        </p>
      )}
    </div>
  );
}

/** What a failure says of one field, if it does. */
export function problemOf(error: Error | null, name: string): string | undefined {
  return error instanceof Problem ? error.fields.find((field) => field.field === name)?.text : undefined;
}

/** A failure that belongs to no field. */
export function Told({ error }: { error: Error | null }) {
  return error === null || (error instanceof Problem && error.fields.length > 0) ? null : (
    <p role="alert" className="mt-3 font-semibold text-error">
      {error.message}
    </p>
  );
}
