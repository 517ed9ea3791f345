import { useState } from "react";
import { type Schemas } from "../api/client";
import { PlainField, problemOf } from "../ui/plainField";
import { PolicyCard } from "../ui/policyCard";
import { ORIGINS, policyWords } from "./words";
import { useSetPolicy } from "./mutations";

/** One policy in a sentence; who may govern changes it here, and answers for it from then on. */
export function Policy({ policy }: { policy: Schemas["PolicyView"] }) {
  const [isOpen, setOpen] = useState(false);
  const [mode, setMode] = useState(policy.mode);
  const [people, setPeople] = useState(String(policy.mostPeople));
  const [percent, setPercent] = useState(String(policy.mostPercent));
  const wanted = { mode, mostPeople: Number(people), mostPercent: Number(percent) };
  const set = useSetPolicy(policy.origin);
  const shown = isOpen ? { ...policy, ...wanted } : policy;
  const title = ORIGINS[policy.origin]?.title ?? policy.origin;
  return (
    <PolicyCard
      head={<b>{title}</b>}
      policy={policy}
      changeLabel={`Change: ${title}`}
      isOpen={isOpen}
      onOpen={setOpen}
      set={set}
      onSet={() => set.mutate(wanted)}
      fields={
        <>
          <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
            <legend className="sr-only">What is done with changes within the limits</legend>
            {(
              [
                ["HOLD", "Hold everything"],
                ["PASS", "Let small changes pass"],
              ] as const
            ).map(([value, words]) => (
              <label key={value} className="flex cursor-pointer items-center gap-2">
                <input
                  type="radio"
                  className="radio radio-sm"
                  checked={mode === value}
                  onChange={() => setMode(value)}
                />
                {words}
              </label>
            ))}
          </fieldset>
          {mode === "PASS" && (
            <div className="grid max-w-md grid-cols-2 gap-3">
              <PlainField
                label="People at once, at most"
                type="number"
                value={people}
                problem={problemOf(set.error, "mostPeople")}
                onChange={setPeople}
              />
              <PlainField
                label="Percent of all, at most"
                type="number"
                value={percent}
                problem={problemOf(set.error, "mostPercent")}
                onChange={setPercent}
              />
            </div>
          )}
        </>
      }
    >
      <p className="mt-1">{policyWords(shown)}</p>
    </PolicyCard>
  );
}
