import { useState } from "react";
import type { Schemas } from "../api/client";
import { PlainField, problemOf } from "../ui/plainField";
import { PolicyCard } from "../ui/policyCard";
import { ruleWords } from "./namingWords";
import { useSetNamingRule } from "./mutations";

/** How the organisation calls roles that are started from others; who may govern changes it. */
export function NamingRuleCard({ rule }: { rule: Schemas["NamingRuleView"] }) {
  const [isOpen, setOpen] = useState(false);
  const [prefix, setPrefix] = useState(rule.prefix);
  const [suffix, setSuffix] = useState(rule.suffix);
  const [isNumbered, setNumbered] = useState(rule.isNumbered);
  const set = useSetNamingRule();
  return (
    <PolicyCard
      head={<p>{ruleWords(rule)}</p>}
      policy={rule}
      changeLabel="Change: how copies of roles are named"
      isOpen={isOpen}
      onOpen={setOpen}
      set={set}
      onSet={() => set.mutate({ prefix, suffix, isNumbered })}
      fields={
        <div className="grid grid-cols-2 gap-x-3">
          <PlainField
            label="Before the name"
            isOptional
            problem={problemOf(set.error, "prefix")}
            value={prefix}
            onChange={setPrefix}
          />
          <PlainField
            label="After the name"
            isOptional
            problem={problemOf(set.error, "suffix")}
            value={suffix}
            onChange={setSuffix}
          />
          <label className="mt-2 flex min-h-7 w-fit cursor-pointer items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={isNumbered}
              onChange={() => setNumbered(!isNumbered)}
            />
            Number names that are taken
          </label>
        </div>
      }
    />
  );
}
