import { useId, type ReactNode } from "react";

/** A labelled choice of one of several; the options are its children. */
export function Choose({
  label,
  value,
  onChange,
  children,
  className = "",
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: ReactNode;
  className?: string;
}) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-xs font-semibold text-soft">
        {label}
      </label>
      <select
        id={id}
        className="select mt-0.5 h-8 w-full"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        {children}
      </select>
    </div>
  );
}
