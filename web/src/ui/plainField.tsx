import { useId } from "react";

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
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type?: "text" | "password";
  hint?: string;
  problem?: string | undefined;
  autoComplete?: string;
  autoFocus?: boolean;
}) {
  const id = useId();
  const told = problem ?? hint;
  return (
    <div className="mt-3">
      <label htmlFor={id} className="block text-xs font-semibold text-soft">
        {label}
      </label>
      <input
        id={id}
        type={type}
        className={`input mt-0.5 w-full ${problem === undefined ? "" : "input-error"}`}
        autoComplete={autoComplete}
        autoFocus={autoFocus}
        required
        aria-invalid={problem !== undefined}
        aria-describedby={told === undefined ? undefined : `${id}-told`}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
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
