import { useEffect, useId, useRef, useState, type ReactNode } from "react";
import { DayInput } from "./dayInput";

const PAUSE = 300;

interface FieldProps {
  label: string;
  value: string;
  problems: readonly { text: string; severity: string }[];
  onKeep: (value: string) => void;
  placeholder?: string;
  type?: "text" | "email" | "tel";
  disabled?: boolean;
  /** By this name an act elsewhere on the page can lead here: see {@link goTo}. */
  name?: string;
  hideLabel?: boolean;
  mono?: boolean;
}

/** Leads to a field of the page by its name. */
export function goTo(name: string) {
  const field = document.querySelector<HTMLElement>(`[name="${CSS.escape(name)}"]`);
  field?.scrollIntoView({ block: "center" });
  field?.focus();
}

/** A field of a draft: what is typed is kept a moment after the last key, and when the field is left. */
export function KeptField({
  label,
  value,
  problems,
  onKeep,
  placeholder,
  type = "text",
  disabled,
  name,
  hideLabel,
  mono = false,
}: FieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string>();
  const timer = useRef<number>(undefined);
  useEffect(() => () => window.clearTimeout(timer.current), []);
  const keep = (text: string) => {
    window.clearTimeout(timer.current);
    if (text !== value) {
      onKeep(text);
    }
  };
  const wrong = problems.some((problem) => problem.severity === "BLOCK");
  return (
    <Labelled label={label} id={id} problems={problems} hideLabel={hideLabel}>
      <input
        id={id}
        name={name}
        type={type}
        disabled={disabled}
        className={`input h-8 w-full ${wrong ? "input-error" : ""} ${mono ? "px-2 font-mono text-xs!" : ""}`}
        placeholder={placeholder}
        aria-invalid={wrong}
        aria-describedby={problems.length > 0 ? `${id}-problems` : undefined}
        value={typed ?? value}
        onChange={(event) => {
          const text = event.target.value;
          setTyped(text);
          window.clearTimeout(timer.current);
          timer.current = window.setTimeout(() => keep(text), PAUSE);
        }}
        onBlur={() => {
          if (typed !== undefined) {
            keep(typed);
            setTyped(undefined);
          }
        }}
      />
    </Labelled>
  );
}

/** A day of a draft. */
export function KeptDay({ label, value, problems, onKeep, name }: FieldProps) {
  const id = useId();
  return (
    <Labelled label={label} id={id} problems={problems}>
      <DayInput
        id={id}
        name={name}
        label={label}
        value={value}
        onKeep={onKeep}
        wrong={problems.some((problem) => problem.severity === "BLOCK")}
        describedBy={problems.length > 0 ? `${id}-problems` : undefined}
      />
    </Labelled>
  );
}

/** A choice of a draft. */
export function KeptChoice({
  label,
  value,
  problems,
  onKeep,
  name,
  children,
}: Omit<FieldProps, "placeholder" | "type" | "mono"> & { children: ReactNode }) {
  const id = useId();
  const wrong = problems.some((problem) => problem.severity === "BLOCK");
  return (
    <Labelled label={label} id={id} problems={problems}>
      <select
        id={id}
        name={name}
        className={`select h-8 w-full ${wrong ? "select-error" : ""}`}
        aria-invalid={wrong}
        value={value}
        onChange={(event) => onKeep(event.target.value)}
      >
        {children}
      </select>
    </Labelled>
  );
}

function Labelled({
  label,
  id,
  problems,
  hideLabel = false,
  children,
}: {
  label: string;
  hideLabel?: boolean | undefined;
  id: string;
  problems: FieldProps["problems"];
  children: ReactNode;
}) {
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={hideLabel ? "sr-only" : "block text-xs font-semibold text-soft"}>
        {label}
      </label>
      <div className="mt-0.5">{children}</div>
      {problems.length > 0 && (
        <p id={`${id}-problems`} className="mt-0.5 text-xs font-semibold text-error">
          {problems.map((problem) => problem.text).join(" ")}
        </p>
      )}
    </div>
  );
}
