import { useState } from "react";
import { type Schemas } from "../api/client";
import { useMayEverywhere, useSession } from "../session/hooks";
import { day } from "../ui/dates";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { ORIGINS, policyWords } from "./words";
import { useSetPolicy } from "./mutations";

/** One policy in a sentence; who may govern changes it here, and answers for it from then on. */
export function Policy({ policy }: { policy: Schemas["PolicyView"] }) {
  const session = useSession();
  const mayGovern = useMayEverywhere("GOVERN");
  const [isOpen, setOpen] = useState(false);
  const [mode, setMode] = useState(policy.mode);
  const [people, setPeople] = useState(String(policy.mostPeople));
  const [percent, setPercent] = useState(String(policy.mostPercent));
  const wanted = { mode, mostPeople: Number(people), mostPercent: Number(percent) };
  const set = useSetPolicy(policy.origin);
  const shown = isOpen ? { ...policy, ...wanted } : policy;
  const title = ORIGINS[policy.origin]?.title ?? policy.origin;
  return (
    <div className="card-plain px-3 py-2.5">
      <div className="flex items-baseline gap-3">
        <b className="flex-1">{title}</b>
        <span className="text-sm text-soft">
          {policy.owner === undefined || policy.owner === null || !policy.changedAt
            ? "default"
            : `${policy.owner} answers for it, since ${day(policy.changedAt, session.zone)}`}
        </span>
        {mayGovern && (
          <button
            type="button"
            className="btn btn-xs"
            aria-expanded={isOpen}
            aria-label={`Change: ${title}`}
            onClick={() => setOpen(!isOpen)}
          >
            {isOpen ? "Cancel" : "Change"}
          </button>
        )}
      </div>
      <p className="mt-1">{policyWords(shown)}</p>
      {isOpen && (
        <form
          className="mt-2 border-t border-line pt-2"
          onSubmit={(event) => {
            event.preventDefault();
            set.mutate(wanted);
          }}
        >
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
          <Told error={set.error} />
          <button type="submit" className="btn btn-primary btn-sm mt-3" disabled={set.isPending}>
            Set, and answer for it
          </button>
        </form>
      )}
    </div>
  );
}
