import type { Schemas } from "../api/client";
import { Picker } from "../ui/picker";

const KINDS = [
  { id: "employee", name: "Employees", note: "" },
  { id: "volunteer", name: "Volunteers", note: "" },
  { id: "contractor", name: "Contractors", note: "" },
  { id: "partner", name: "Partners", note: "" },
];

/** Whom a rule takes in: kinds, units and jobs, each asked for only where something is chosen. */
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
    </div>
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
  const chosen = (fields[name] ?? "").split(",").filter((one) => one !== "");
  const set = (next: string[]) => onSet?.({ [name]: next.join(",") });
  return (
    <div className="flex flex-wrap items-center gap-2 px-3 py-1.5">
      <span className="w-24 shrink-0 text-soft">{label}</span>
      {chosen.length === 0 && <span className="text-soft">any</span>}
      {chosen.map((one, place) => {
        const title = choices.find((choice) => choice.id === one)?.name ?? one;
        return (
          <span key={one} className="flex items-center gap-2">
            {place > 0 && <span className="text-soft">or</span>}
            <span className="flex items-center gap-1 rounded border border-base-content bg-base-100 py-0.5 pr-1 pl-2">
              <b className="font-semibold">{title}</b>
              {onSet !== undefined && (
                <button
                  type="button"
                  className="cursor-pointer rounded px-1 text-soft hover:bg-chosen"
                  aria-label={`No longer ${title}`}
                  onClick={() => set(chosen.filter((other) => other !== one))}
                >
                  ×
                </button>
              )}
            </span>
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
