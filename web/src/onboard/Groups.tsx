import { entriesOf, entry, newId, useDraft, type Draft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { Picker } from "../ui/picker";
import { count, groupWay } from "../ui/words";
import { Step } from "./Step";

/** Groups that the person is put in; those that a rule or the directory already gives are shown locked. */
export function Groups({
  draft,
  person,
  choices,
  known,
  from,
}: {
  draft: Draft;
  person: string;
  choices: Schemas["CatalogueView"];
  known: Schemas["PersonPage"] | undefined;
  /** The first day, if that is still to come: what is given begins with it. */
  from: string | undefined;
}) {
  const { put, take } = useDraft(draft.id);
  const memberships = entriesOf(draft, "membership.put");
  const chosen = new Set(memberships.map((one) => one.fields.group));
  return (
    <Step number={3} title="Groups" isDone={memberships.length > 0}>
      <ul className="mb-2 space-y-1.5">
        {known?.groups.map((group) => (
          <li key={group.id} className="flex items-center gap-2 text-soft">
            <span className="rounded border border-base-300 px-2 py-0.5">{group.name}</span> {groupWay(group.kind)}
          </li>
        ))}
        {memberships.map((one) => {
          const group = choices.groups.find((candidate) => candidate.id === one.fields.group);
          const name = group?.name ?? one.fields.group ?? "";
          return (
            <li key={one.id} className="flex items-center gap-2">
              <span className="flex items-center gap-2 rounded border border-base-content bg-base-100 py-0.5 pr-1 pl-2">
                <b className="font-semibold">{name}</b>
                <button
                  type="button"
                  className="cursor-pointer rounded px-1 text-soft hover:bg-chosen"
                  aria-label={`Take ${name} out of the draft`}
                  onClick={() => take(one.id)}
                >
                  ×
                </button>
              </span>
              <span className="min-w-0 flex-1 truncate text-sm text-soft" title={group?.gives.join("; ")}>
                {group === undefined
                  ? ""
                  : group.gives.length === 0
                    ? "gives nothing"
                    : `${one.fields.from ? `from ${one.fields.from}, ` : ""}gives ${group.gives.join("; ")} · ${count(group.people, "person", "people")} in it`}
              </span>
              {one.findings.map((finding) => (
                <span key={finding.code} className="text-sm font-semibold text-error">
                  {finding.code === "reference.unresolved" ? "" : finding.text}
                </span>
              ))}
            </li>
          );
        })}
      </ul>
      <Picker
        label="Add to a group"
        hideLabel
        placeholder="Add to a group…"
        choices={choices.groups
          .filter((group) => !chosen.has(group.id))
          .map((group) => ({
            id: group.id,
            name: group.name,
            note: group.gives.length === 0 ? group.description : `gives ${group.gives.join("; ")}`,
          }))}
        onPick={(group) =>
          put(
            entry("membership.put", {
              id: newId(),
              member: `person:${person}`,
              group,
              ...(from === undefined ? {} : { from }),
            }),
          )
        }
      />
    </Step>
  );
}
