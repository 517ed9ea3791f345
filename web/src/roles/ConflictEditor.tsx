import { useQuery } from "@tanstack/react-query";
import { useDraft, type Draft, type Entry } from "../api/drafts";
import { listOf, toggled } from "../api/fields";
import { rolesQuery, setsQuery, workQuery } from "../api/roleQueries";
import { renamed } from "../groups/keys";
import { KeptChoice, KeptField } from "../ui/field";
import { Picker } from "../ui/picker";
import type { Schemas } from "../api/client";

type Known = Schemas["ConflictView"];

/** What an entry holds of a field: what it says itself, else what the rule is. */
function known(entry: Entry, rule: Known | undefined): Record<string, string> {
  const before: Record<string, string> =
    rule === undefined
      ? {}
      : {
          name: rule.name,
          key: rule.key,
          risk: rule.description,
          one: rule.oneSide.permissions.join(", "),
          "one-sets": rule.oneSide.sets.join(", "),
          "one-roles": rule.oneSide.roles.join(", "),
          other: rule.otherSide.permissions.join(", "),
          "other-sets": rule.otherSide.sets.join(", "),
          "other-roles": rule.otherSide.roles.join(", "),
          within: rule.within.toLowerCase(),
          manner: rule.manner.toLowerCase(),
          counting: rule.counted.map((one) => one.toLowerCase()).join(", "),
        };
  return { ...before, ...entry.fields };
}

const COUNTED = [
  ["training", "what is held in training tenants"],
  ["blocked", "what cannot be used yet"],
  ["coming", "what begins later"],
] as const;

/** A conflict rule in the open draft. */
export function ConflictEditor({ draft, entry, rule }: { draft: Draft; entry: Entry; rule: Known | undefined }) {
  const { set, take } = useDraft(draft.id);
  const fields = known(entry, rule);
  const isFirst = rule === undefined && (fields.name ?? "") === "";
  const field = (name: string) => ({
    value: fields[name] ?? "",
    // a form that was just begun is not told that it is empty
    problems: isFirst ? [] : entry.findings.filter((finding) => finding.path === name),
    onKeep: (value: string) => set(entry, { [name]: value }),
  });
  const counting = listOf(fields.counting);
  return (
    <section className="card-plain border-primary px-4 py-3" aria-label={fields.name || "New conflict rule"}>
      <div className="flex items-center gap-2">
        <h2 className="flex-1">{fields.name || "New conflict rule"}</h2>
        <span className="text-sm font-semibold text-primary">in the draft</span>
        <button type="button" className="btn btn-xs" onClick={() => take(entry.id)}>
          {rule === undefined ? "Discard" : "Undo the change"}
        </button>
      </div>
      <div className="mt-2 grid grid-cols-[1.6fr_1fr] gap-x-3 gap-y-2">
        <KeptField
          label="Name"
          {...field("name")}
          placeholder="Issues a refund and approves it"
          onKeep={(value) => set(entry, renamed(fields, value))}
        />
        <KeptField label="Short name" {...field("key")} mono />
        <KeptField label="Risk" {...field("risk")} placeholder="Nobody gives money back alone" />
        <KeptField label="Owner, by handle" {...field("owner")} placeholder={rule?.owner ?? "ines.abara"} />
      </div>
      <div className="mt-3 grid grid-cols-2 gap-4">
        <Side
          title="One side"
          name="one"
          fields={fields}
          entry={entry}
          isQuiet={isFirst}
          onSet={(next) => set(entry, next)}
        />
        <Side
          title="Must not meet"
          name="other"
          fields={fields}
          entry={entry}
          isQuiet={isFirst}
          onSet={(next) => set(entry, next)}
        />
      </div>
      <div className="mt-3 grid grid-cols-2 gap-x-3">
        <KeptChoice label="Where they must not meet" {...field("within")}>
          <option value="area">At one area, or one inside it</option>
          <option value="tenant">In one tenant</option>
          <option value="anywhere">Anywhere</option>
        </KeptChoice>
        <KeptChoice label="When a draft brings both together" {...field("manner")}>
          <option value="block">Block it</option>
          <option value="warn">Warn</option>
        </KeptChoice>
      </div>
      <fieldset className="mt-2 flex flex-wrap gap-x-5">
        <legend className="text-xs font-semibold text-soft">Counts as well</legend>
        {COUNTED.map(([value, words]) => (
          <label key={value} className="flex min-h-7 cursor-pointer items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={counting.includes(value)}
              onChange={() =>
                set(entry, {
                  counting: toggled(counting, value).join(", "),
                })
              }
            />
            {words}
          </label>
        ))}
      </fieldset>
    </section>
  );
}

function Side({
  title,
  name,
  fields,
  entry,
  isQuiet,
  onSet,
}: {
  title: string;
  name: "one" | "other";
  fields: Record<string, string>;
  entry: Entry;
  isQuiet: boolean;
  onSet: (fields: Record<string, string>) => void;
}) {
  const apps = useQuery(workQuery).data ?? [];
  const roles = useQuery(rolesQuery).data ?? [];
  const sets = useQuery(setsQuery(undefined)).data ?? [];
  const permissions = apps.flatMap((app) =>
    app.types.flatMap((type) =>
      type.actions.map((action) => ({
        id: action.permission,
        name: `${type.name}: ${action.label}`,
        note: action.description,
        source: app.name,
      })),
    ),
  );
  const chosen = listOf(fields[name]);
  const chosenSets = listOf(fields[`${name}-sets`]);
  const chosenRoles = listOf(fields[`${name}-roles`]);
  const problems = entry.findings.filter((one) => [name, `${name}-sets`, `${name}-roles`].includes(one.path));
  return (
    <div>
      <h3 className="text-xs font-semibold text-soft">{title}</h3>
      <ul className="mt-1 flex flex-wrap gap-1.5">
        {chosen.map((one) => (
          <Chip
            key={one}
            words={permissions.find((known) => known.id === one)?.name ?? one}
            onRemove={() => onSet({ [name]: chosen.filter((other) => other !== one).join(", ") })}
          />
        ))}
        {chosenSets.map((one) => (
          <Chip
            key={one}
            words={`the set ${sets.find((known) => known.key === one || known.id === one)?.name ?? one}`}
            onRemove={() => onSet({ [`${name}-sets`]: chosenSets.filter((other) => other !== one).join(", ") })}
          />
        ))}
        {chosenRoles.map((one) => (
          <Chip
            key={one}
            words={`the role ${roles.find((known) => known.key === one || known.id === one)?.name ?? one}`}
            onRemove={() => onSet({ [`${name}-roles`]: chosenRoles.filter((other) => other !== one).join(", ") })}
          />
        ))}
      </ul>
      <div className="mt-1">
        <Picker
          label={`Add to: ${title}`}
          hideLabel
          placeholder="Permission, set or role"
          choices={[
            ...permissions.filter((one) => !chosen.includes(one.id)),
            ...sets
              .filter((one) => !chosenSets.includes(one.key))
              .map((one) => ({ id: `set ${one.key}`, name: one.name, note: one.description, source: "Sets" })),
            ...roles
              .filter((one) => !chosenRoles.includes(one.key))
              .map((one) => ({ id: `role ${one.key}`, name: one.name, note: one.description, source: "Roles" })),
          ]}
          onPick={(id) =>
            id.startsWith("role ")
              ? onSet({ [`${name}-roles`]: [...chosenRoles, id.slice(5)].join(", ") })
              : id.startsWith("set ")
                ? onSet({ [`${name}-sets`]: [...chosenSets, id.slice(4)].join(", ") })
                : onSet({ [name]: [...chosen, id].join(", ") })
          }
        />
      </div>
      {!isQuiet &&
        problems.map((problem) => (
          <p key={problem.text} className="mt-1 text-xs font-semibold text-error">
            {problem.text}
          </p>
        ))}
    </div>
  );
}

function Chip({ words, onRemove }: { words: string; onRemove: () => void }) {
  return (
    <li className="flex items-center gap-1 rounded border border-base-content px-2 py-0.5 font-semibold">
      {words}
      <button type="button" className="cursor-pointer text-soft" aria-label={`Remove ${words}`} onClick={onRemove}>
        ✕
      </button>
    </li>
  );
}
