import { useState } from "react";
import type { Schemas } from "../api/client";
import { PersonPicker } from "../ui/personPicker";
import { PlainField, problemOf } from "../ui/plainField";

export interface Work {
  assignee: string;
  assigneeName: string;
  instructions: string;
  hours: string;
}

export const NO_WORK: Work = { assignee: "", assigneeName: "", instructions: "", hours: "24" };

/** As it is sent. */
export function workInput(work: Work): Schemas["WorkInput"] {
  return {
    ...(work.assignee === "" ? {} : { assignee: work.assignee }),
    instructions: work.instructions,
    hours: Number(work.hours),
  };
}

/** How the work in a tenant without an interface is done: by whom, how, and how long it may take. */
export function WorkFields({
  work,
  onChange,
  error,
  path,
}: {
  work: Work;
  onChange: (work: Work) => void;
  error: Error | null;
  /** What stands before the names of its fields in a failure. */
  path: string;
}) {
  const [isChoosing, setChoosing] = useState(false);
  const wrong = problemOf(error, `${path}assignee`);
  return (
    <>
      <div className="mt-3">
        <span className="block text-xs font-semibold text-soft">Who does the work</span>
        {work.assignee === "" || isChoosing ? (
          <PersonPicker
            label="Who does the work"
            placeholder="Name (optional)"
            onPick={(person) => {
              onChange({ ...work, assignee: person.id, assigneeName: person.name });
              setChoosing(false);
            }}
          />
        ) : (
          <p className="mt-1 flex items-center gap-2">
            <b className="font-semibold">{work.assigneeName}</b>
            <button type="button" className="btn btn-xs" onClick={() => setChoosing(true)}>
              Change
            </button>
          </p>
        )}
        {wrong !== undefined && <p className="mt-0.5 text-xs font-semibold text-error">{wrong}</p>}
      </div>
      <PlainField
        label="Hours allowed for a task"
        type="number"
        hint="Closing an account is due at once."
        value={work.hours}
        problem={problemOf(error, `${path}hours`)}
        onChange={(hours) => onChange({ ...work, hours })}
      />
      <PlainField
        label="Instructions"
        type="lines"
        isOptional
        hint="Where to sign in there, where accounts and rights are found, how a list is exported."
        value={work.instructions}
        problem={problemOf(error, `${path}instructions`)}
        onChange={(instructions) => onChange({ ...work, instructions })}
      />
    </>
  );
}
