import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { approvalPolicyQuery } from "../api/changeQueries";
import { type Schemas } from "../api/client";
import { PlainField, problemOf } from "../ui/plainField";
import { PolicyCard } from "../ui/policyCard";
import { Read } from "../ui/states";
import { secondPersonWords } from "./secondPersonWords";
import { useSetApprovalPolicy } from "./mutations";

/** Which drafts need another administrator's approval; who may govern changes it. */
export function SecondPerson() {
  const policy = useQuery(approvalPolicyQuery);
  return (
    <section className="mt-6 max-w-3xl" aria-label="Approval by a second person">
      <h2 className="mb-2">Approval by a second person</h2>
      <Read of={policy} what="the policy">
        {(data) => <Policy key={data.changedAt ?? ""} policy={data} />}
      </Read>
    </section>
  );
}

function Policy({ policy }: { policy: Schemas["ApprovalPolicyView"] }) {
  const [isOpen, setOpen] = useState(false);
  const [forPrivileged, setPrivileged] = useState(policy.forPrivileged);
  const [forConflicts, setConflicts] = useState(policy.forConflicts);
  const [most, setMost] = useState(String(policy.mostPeople));
  const set = useSetApprovalPolicy();
  return (
    <PolicyCard
      head={<p>{secondPersonWords(policy)}</p>}
      policy={policy}
      changeLabel="Change: approval by a second person"
      isOpen={isOpen}
      onOpen={setOpen}
      set={set}
      onSet={() => set.mutate({ forPrivileged, forConflicts, mostPeople: Number(most) })}
      fields={
        <>
          <Choice label="Privileged access" isSet={forPrivileged} onSet={setPrivileged} />
          <Choice label="Conflicts that a rule only warns about" isSet={forConflicts} onSet={setConflicts} />
          <div className="max-w-xs">
            <PlainField
              label="Access of more people than"
              type="number"
              value={most}
              problem={problemOf(set.error, "mostPeople")}
              onChange={setMost}
            />
          </div>
        </>
      }
    >
      {policy.approvers.length < 2 && (
        <p className="mt-1 font-semibold">
          <span className="text-warning" aria-hidden>
            ▲
          </span>{" "}
          {policy.approvers.length === 0
            ? "Nobody may approve. Until somebody may, drafts like these are applied without approval."
            : `Only ${policy.approvers[0] ?? ""} may approve. Until somebody else may, their own drafts are applied without approval.`}
        </p>
      )}
    </PolicyCard>
  );
}

function Choice({ label, isSet, onSet }: { label: string; isSet: boolean; onSet: (isSet: boolean) => void }) {
  return (
    <label className="flex min-h-7 w-fit cursor-pointer items-center gap-2">
      <input type="checkbox" className="checkbox checkbox-sm" checked={isSet} onChange={() => onSet(!isSet)} />
      {label}
    </label>
  );
}
