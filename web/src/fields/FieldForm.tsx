import { useState } from "react";
import { entry, newId, useAct } from "../api/drafts";
import { Choose } from "../ui/choose";
import { joinedItems } from "../ui/items";
import { PlainField, Told } from "../ui/plainField";
import { engagementKind } from "../ui/words";
import { keyFrom, TYPES, type PersonField } from "./values";

const KINDS = ["EMPLOYEE", "VOLUNTEER", "CONTRACTOR", "PARTNER"] as const;

/** Makes a field of people, or changes one: always as a draft, which shows what follows. */
export function FieldForm({ field, onDone }: { field?: PersonField; onDone: () => void }) {
  const [label, setLabel] = useState(field?.label ?? "");
  const [type, setType] = useState<PersonField["type"]>(field?.type ?? "TEXT");
  const [choices, setChoices] = useState(field?.choices.join("\n") ?? "");
  const [required, setRequired] = useState<readonly PersonField["requiredFor"][number][]>(field?.requiredFor ?? []);
  const [attribute, setAttribute] = useState(field?.attribute ?? "");
  const { actThen, isPending, error } = useAct();
  const fields = {
    name: label.trim(),
    ...(type === "CHOICE" ? { choices: joinedItems(lines(choices)) } : {}),
    required: required.map((kind) => kind.toLowerCase()).join(","),
    "directory-attribute": attribute.trim(),
  };
  return (
    <form
      className="card-plain my-1.5 p-3"
      onSubmit={(event) => {
        event.preventDefault();
        actThen(
          "Fields of people",
          [
            field === undefined
              ? entry("person-field.make", { id: newId(), key: keyFrom(label), type: type.toLowerCase(), ...fields })
              : entry("person-field.edit", { "person-field": field.id, ...fields }),
          ],
          onDone,
        );
      }}
    >
      <div className="grid grid-cols-2 gap-x-3">
        <PlainField
          label="Name"
          value={label}
          onChange={setLabel}
          {...(field === undefined && label.trim() !== "" ? { hint: `Short name: ${keyFrom(label)}` } : {})}
        />
        {field === undefined ? (
          <Choose
            className="mt-3"
            label="Type"
            value={type}
            onChange={(value) => setType(TYPES.find((one) => one.id === value)?.id ?? "TEXT")}
          >
            {TYPES.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </Choose>
        ) : (
          <p className="mt-3 text-sm text-soft">
            <span className="block text-xs font-semibold">Type</span>
            {TYPES.find((one) => one.id === type)?.name}, which stays
          </p>
        )}
        {type === "CHOICE" && (
          <PlainField label="Choices, one per line" type="lines" value={choices} onChange={setChoices} />
        )}
        <PlainField
          label="Directory attribute"
          isOptional
          hint="Read from directory entries, such as roomNumber. Empty: entered here."
          value={attribute}
          onChange={setAttribute}
        />
        <fieldset className="mt-3">
          <legend className="text-xs font-semibold text-soft">Required for</legend>
          {KINDS.map((kind) => (
            <label key={kind} className="flex min-h-7 cursor-pointer items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={required.includes(kind)}
                onChange={() =>
                  setRequired(required.includes(kind) ? required.filter((one) => one !== kind) : [...required, kind])
                }
              />
              {engagementKind(kind)}s
            </label>
          ))}
        </fieldset>
      </div>
      <button type="submit" className="btn btn-primary btn-sm mt-3" disabled={label.trim() === "" || isPending}>
        Add to a draft
      </button>
      <Told error={error} />
    </form>
  );
}

function lines(text: string): string[] {
  return text
    .split("\n")
    .map((line) => line.trim())
    .filter((line) => line !== "");
}
