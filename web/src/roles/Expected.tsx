import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { entry, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { useMay } from "../session/hooks";
import { Picker } from "../ui/picker";
import { Told } from "../ui/plainField";
import { useSubjectChoices } from "../ui/subjects";
import { expectedFields, stillToGive } from "./expecting";

type Page = Schemas["RolePage"];

/** For whom the role was made, who of them has it, and the way to give it to the others. */
export function Expected({ page }: { page: Page }) {
  const mayPrepare = useMay("PREPARE");
  const [isChanging, setChanging] = useState(false);
  const [typed, setTyped] = useState("");
  const choices = useSubjectChoices(typed);
  const { act, isPending, error } = useAct();
  const missing = stillToGive(page.expected);
  const change = (subjects: readonly string[]) =>
    act(`Who is to have ${page.role.name}`, {
      ...entry("role.edit", {}),
      ...(page.entry ? { id: page.entry.id, form: page.entry.form } : {}),
      fields: { ...(page.entry ? page.entry.fields : { role: page.role.id }), ...expectedFields(subjects) },
    });
  const subjects = page.expected.map((one) => one.subject);
  if (page.expected.length === 0 && !mayPrepare) {
    return null;
  }
  return (
    <>
      <div className="mt-4 flex items-center gap-2">
        <h2>Expected holders</h2>
        <span className="flex-1 text-soft">{page.expected.length === 0 && !isChanging && "None named"}</span>
        {mayPrepare && missing.length > 0 && page.role.stage === "OPEN" && (
          <Link to="/roles/give" search={{ role: page.role.id, to: missing }} className="btn btn-xs">
            Give it to {missing.length === 1 ? "the one" : `the ${missing.length}`} without it
          </Link>
        )}
        {mayPrepare && (
          <button
            type="button"
            className="btn btn-ghost btn-xs"
            aria-expanded={isChanging}
            aria-label={`Change who is expected to have ${page.role.name}`}
            onClick={() => setChanging(!isChanging)}
          >
            {isChanging ? "Done" : "Change"}
          </button>
        )}
      </div>
      <ul className="flex flex-wrap gap-x-5">
        {page.expected.map((one) => (
          <li key={one.subject} className="flex min-h-7 items-center gap-1.5">
            <span aria-hidden className={one.has ? "font-bold text-success" : "font-bold text-soft"}>
              {one.has ? "✓" : "–"}
            </span>
            {one.name}
            <span className="text-soft">{one.has ? "has it" : "does not have it yet"}</span>
            {isChanging && (
              <button
                type="button"
                className="btn btn-ghost btn-xs"
                aria-label={`Remove ${one.name}`}
                disabled={isPending}
                onClick={() => change(subjects.filter((other) => other !== one.subject))}
              >
                ✕
              </button>
            )}
          </li>
        ))}
      </ul>
      {isChanging && (
        <div className="mt-1 w-80">
          <Picker
            label="Expected to have the role"
            hideLabel
            placeholder="Add a person or a group"
            choices={choices.filter((one) => !subjects.includes(one.id))}
            onType={setTyped}
            onPick={(id) => change([...subjects, id])}
          />
        </div>
      )}
      <Told error={error} />
    </>
  );
}
