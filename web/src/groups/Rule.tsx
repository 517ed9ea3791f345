import { useQuery } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import type { Schemas } from "../api/client";
import { personFieldsQuery, personQuery } from "../api/queries";
import { pairOf, type PersonField } from "../fields/values";
import { calendarDay } from "../ui/dates";
import { joinedItems, splitItems } from "../ui/items";
import { PersonPicker } from "../ui/personPicker";
import { Picker } from "../ui/picker";

const KINDS = [
  { id: "employee", name: "Employees", note: "" },
  { id: "volunteer", name: "Volunteers", note: "" },
  { id: "contractor", name: "Contractors", note: "" },
  { id: "partner", name: "Partners", note: "" },
];

/** Whom a rule takes in: kinds, units, jobs and values of fields, each asked for only where something is chosen. */
export function Rule({
  fields,
  choices,
  onSet,
}: {
  fields: Record<string, string>;
  choices: Schemas["CatalogueView"];
  /** Missing where the rule is only looked at. */
  onSet: ((fields: Record<string, string>) => void) | undefined;
}) {
  return (
    <div className="card-plain mt-1.5 divide-y divide-[var(--line)]">
      <Part label="engaged as" name="kinds" fields={fields} choices={KINDS} onSet={onSet} />
      <Part
        label="in the unit"
        name="units"
        fields={fields}
        choices={choices.units.map((unit) => ({ id: unit.id, name: unit.name, note: unit.key }))}
        onSet={onSet}
      />
      <Part
        label="with the job"
        name="jobs"
        fields={fields}
        choices={choices.jobs.map((job) => ({ id: job, name: job, note: "" }))}
        onSet={onSet}
      />
      <Where fields={fields} onSet={onSet} />
    </div>
  );
}

/** Values of the organisation's own fields: a part for each field that the rule asks for, and the way to another. */
function Where({
  fields,
  onSet,
}: {
  fields: Record<string, string>;
  onSet: ((fields: Record<string, string>) => void) | undefined;
}) {
  const known = useQuery(personFieldsQuery).data ?? [];
  const [opened, setOpened] = useState<readonly string[]>([]);
  const wanted = splitItems(fields.where ?? "").map(pairOf);
  const isAsked = (field: PersonField) => wanted.some((one) => one.key === field.key) || opened.includes(field.key);
  const others = known.filter((field) => !isAsked(field));
  const set = (next: readonly { key: string; value: string }[]) =>
    onSet?.({ where: joinedItems(next.map((one) => `${one.key}=${one.value}`)) });
  return (
    <>
      {known.filter(isAsked).map((field) => (
        <div key={field.key} className="flex flex-wrap items-center gap-2 px-3 py-1.5">
          <span className="w-24 shrink-0 text-soft">{field.label}</span>
          {wanted
            .filter((one) => one.key === field.key)
            .map((one, place) => (
              <span key={one.value} className="flex items-center gap-2">
                {place > 0 && <span className="text-soft">or</span>}
                <Chosen
                  title={<ValueName field={field} value={one.value} />}
                  words={`${field.label} ${one.value}`}
                  onRemove={onSet && (() => set(wanted.filter((other) => other !== one)))}
                />
              </span>
            ))}
          {onSet !== undefined && (
            <AddValue
              field={field}
              taken={wanted.filter((one) => one.key === field.key).map((one) => one.value)}
              onAdd={(value) => set([...wanted, { key: field.key, value }])}
            />
          )}
        </div>
      ))}
      {onSet !== undefined && others.length > 0 && (
        <div className="px-3 py-1.5">
          <select
            aria-label="Ask for another field"
            className="select h-8 w-52"
            value=""
            onChange={(event) => setOpened([...opened, event.target.value])}
          >
            <option value="">another field…</option>
            {others.map((field) => (
              <option key={field.key} value={field.key}>
                {field.label}
              </option>
            ))}
          </select>
        </div>
      )}
    </>
  );
}

function ValueName({ field, value }: { field: PersonField; value: string }) {
  const person = useQuery({ ...personQuery(value), enabled: field.type === "PERSON" });
  return field.type === "DATE" ? calendarDay(value) : (person.data?.person.name ?? value);
}

function AddValue({
  field,
  taken,
  onAdd,
}: {
  field: PersonField;
  taken: readonly string[];
  onAdd: (value: string) => void;
}) {
  const [typed, setTyped] = useState("");
  if (field.type === "CHOICE") {
    return (
      <Picker
        label={`Add: ${field.label}`}
        hideLabel
        placeholder="Add…"
        choices={field.choices
          .filter((choice) => !taken.includes(choice))
          .map((choice) => ({ id: choice, name: choice, note: "" }))}
        onPick={onAdd}
      />
    );
  }
  return field.type === "PERSON" ? (
    <PersonPicker label={`Add: ${field.label}`} placeholder="Add…" onPick={(person) => onAdd(person.id)} />
  ) : (
    <form
      className="flex gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed.trim() !== "" && !taken.includes(typed.trim())) {
          onAdd(typed.trim());
          setTyped("");
        }
      }}
    >
      <input
        aria-label={`Add: ${field.label}`}
        className="input h-8 w-32"
        placeholder={field.type === "DATE" ? "2027-01-31" : "Value"}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      <button type="submit" className="btn btn-sm">
        Add
      </button>
    </form>
  );
}

/** Something that a rule asks for. */
function Chosen({ title, words, onRemove }: { title: ReactNode; words: string; onRemove: (() => void) | undefined }) {
  return (
    <span className="flex items-center gap-1 rounded border border-base-content bg-base-100 py-0.5 pr-1 pl-2">
      <b className="font-semibold">{title}</b>
      {onRemove !== undefined && (
        <button
          type="button"
          className="cursor-pointer rounded px-1 text-soft hover:bg-chosen"
          aria-label={`No longer ${words}`}
          onClick={onRemove}
        >
          ×
        </button>
      )}
    </span>
  );
}

function Part({
  label,
  name,
  fields,
  choices,
  onSet,
}: {
  label: string;
  name: string;
  fields: Record<string, string>;
  choices: { id: string; name: string; note: string }[];
  onSet: ((fields: Record<string, string>) => void) | undefined;
}) {
  const chosen = splitItems(fields[name] ?? "");
  const set = (next: string[]) => onSet?.({ [name]: joinedItems(next) });
  return (
    <div className="flex flex-wrap items-center gap-2 px-3 py-1.5">
      <span className="w-24 shrink-0 text-soft">{label}</span>
      {chosen.length === 0 && <span className="text-soft">any</span>}
      {chosen.map((one, place) => {
        const title = choices.find((choice) => choice.id === one)?.name ?? one;
        return (
          <span key={one} className="flex items-center gap-2">
            {place > 0 && <span className="text-soft">or</span>}
            <Chosen
              title={title}
              words={title}
              onRemove={onSet && (() => set(chosen.filter((other) => other !== one)))}
            />
          </span>
        );
      })}
      {onSet !== undefined && (
        <Picker
          label={`Add: ${label}`}
          hideLabel
          placeholder="Add…"
          choices={choices.filter((choice) => !chosen.includes(choice.id))}
          onPick={(id) => set([...chosen, id])}
        />
      )}
    </div>
  );
}
