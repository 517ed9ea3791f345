import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { entry, newId, useStartDraft } from "../api/drafts";
import { keyFrom } from "../groups/keys";
import { useMay } from "../session/hooks";
import { PersonPicker } from "../ui/personPicker";
import { Picker } from "../ui/picker";
import { PlainField, Told } from "../ui/plainField";
import { Empty } from "../ui/states";
import { useSubjectChoices } from "../ui/subjects";
import { count } from "../ui/words";
import { expectedFields } from "./expecting";
import { SubjectName } from "./SubjectName";

/** Says what a new role is for; it is composed in a draft of its own. */
export function NewRolePage() {
  const mayPrepare = useMay("PREPARE");
  const navigate = useNavigate();
  const { sets = [], exclusions = [], who } = useSearch({ from: "/roles/new" });
  const [id] = useState(newId);
  const [name, setName] = useState("");
  const [typedKey, setKey] = useState<string>();
  const [description, setDescription] = useState("");
  const [owner, setOwner] = useState<{ id: string; name: string }>();
  const [expected, setExpected] = useState<readonly string[]>(who === undefined ? [] : [who]);
  const [typed, setTyped] = useState("");
  const choices = useSubjectChoices(typed);
  const key = typedKey ?? keyFrom(name);
  const start = useStartDraft(
    (draft) => void navigate({ to: "/roles/$id/compose", params: { id }, search: { draft: draft.id } }),
  );
  if (!mayPrepare) {
    return (
      <Empty title="You may look, but not prepare changes.">Somebody who manages administrators can allow it.</Empty>
    );
  }
  const isReady = name.trim() !== "" && key !== "" && description.trim() !== "" && owner !== undefined;
  return (
    <form
      className="max-w-2xl"
      onSubmit={(event) => {
        event.preventDefault();
        if (isReady) {
          const made = { id, key, name, description, owner: owner.id, stage: "preparation" };
          const fields = {
            ...made,
            sets: sets.join(", "),
            exclusions: exclusions.join(", "),
            ...expectedFields(expected),
          };
          start.mutate({ name: `New role ${name}`, put: [entry("role.make", fields)] });
        }
      }}
    >
      <h1>New role</h1>
      <p className="text-soft">
        Begin with what it is for and who answers for it. What it gives is composed next
        {sets.length > 0 &&
          `, from the ${sets.length === 1 ? "permission set" : count(sets.length, "permission set")} found`}
        .
      </p>
      <div className="grid grid-cols-[1.4fr_1fr] gap-x-3">
        <PlainField label="Name" value={name} onChange={setName} autoFocus />
        <PlainField
          label="Short name"
          value={key}
          hint="Lower-case letters, digits and single hyphens."
          onChange={setKey}
        />
      </div>
      <PlainField
        label="What it is for"
        value={description}
        hint="What somebody with this role does. People choose roles by this text."
        onChange={setDescription}
      />
      <div className="mt-3">
        <span className="block text-xs font-semibold text-soft">Owner</span>
        {owner === undefined ? (
          <PersonPicker label="Owner" placeholder="Who is responsible" onPick={setOwner} />
        ) : (
          <p className="flex min-h-8 items-center gap-2">
            <b className="font-semibold">{owner.name}</b>
            <button type="button" className="btn btn-xs" onClick={() => setOwner(undefined)}>
              Change
            </button>
          </p>
        )}
      </div>
      <div className="mt-3">
        <span className="block text-xs font-semibold text-soft">Expected holders, if you know them</span>
        {expected.map((one) => (
          <p key={one} className="flex min-h-8 items-center gap-2">
            <b className="font-semibold">
              <SubjectName subject={one} />
            </b>
            <button
              type="button"
              className="btn btn-xs"
              onClick={() => setExpected(expected.filter((other) => other !== one))}
            >
              Remove
            </button>
          </p>
        ))}
        <Picker
          label="Expected holders"
          hideLabel
          placeholder="Add a person or a group"
          choices={choices.filter((one) => !expected.includes(one.id))}
          onType={setTyped}
          onPick={(id) => setExpected([...expected, id])}
        />
        <p className="mt-0.5 text-xs text-soft">
          They get nothing by it: the role&rsquo;s page shows who does not have it yet, and leads on to giving it.
        </p>
      </div>
      <Told error={start.error} />
      <button type="submit" className="btn btn-primary btn-sm mt-4" disabled={!isReady || start.isPending}>
        Continue
      </button>
    </form>
  );
}
