import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { approvalPolicyQuery } from "../api/changeQueries";
import { type Schemas } from "../api/client";
import { useMayEverywhere, useSession } from "../session/hooks";
import { day } from "../ui/dates";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { secondPersonWords } from "./secondPersonWords";
import { useSetApprovalPolicy } from "./mutations";

/** Which drafts need another administrator's approval; who may govern changes it. */
export function SecondPerson() {
  const policy = useQuery(approvalPolicyQuery);
  return (
    <section className="mt-6 max-w-3xl" aria-label="Approval by a second person">
      <h2>Approval by a second person</h2>
      <Read of={policy} what="the policy">
        {(data) => <Policy key={data.changedAt ?? ""} policy={data} />}
      </Read>
    </section>
  );
}

function Policy({ policy }: { policy: Schemas["ApprovalPolicyView"] }) {
  const session = useSession();
  const mayGovern = useMayEverywhere("GOVERN");
  const [isOpen, setOpen] = useState(false);
  const [forPrivileged, setPrivileged] = useState(policy.forPrivileged);
  const [forConflicts, setConflicts] = useState(policy.forConflicts);
  const [most, setMost] = useState(String(policy.mostPeople));
  const set = useSetApprovalPolicy();
  return (
    <div className="card-plain mt-2 px-3 py-2.5">
      <div className="flex items-baseline gap-3">
        <p className="min-w-0 flex-1">{secondPersonWords(policy)}</p>
        <span className="text-sm whitespace-nowrap text-soft">
          {policy.owner && policy.changedAt
            ? `${policy.owner} answers for it, since ${day(policy.changedAt, session.zone)}`
            : "default"}
        </span>
        {mayGovern && (
          <button type="button" className="btn btn-xs" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? "Cancel" : "Change"}
          </button>
        )}
      </div>
      {policy.approvers.length < 2 && (
        <p className="mt-1 font-semibold">
          <span className="text-warning" aria-hidden>
            ▲
          </span>{" "}
          {policy.approvers.length === 0 ? "Nobody may approve" : `Only ${policy.approvers[0] ?? ""} may approve`}: let
          a second person approve, or changes like these are applied by one alone.
        </p>
      )}
      {isOpen && (
        <form
          className="mt-2 border-t border-line pt-2"
          onSubmit={(event) => {
            event.preventDefault();
            set.mutate({ forPrivileged, forConflicts, mostPeople: Number(most) });
          }}
        >
          <Choice label="Privileged access" isSet={forPrivileged} onSet={setPrivileged} />
          <Choice label="Conflicts that a rule only warns of" isSet={forConflicts} onSet={setConflicts} />
          <div className="max-w-xs">
            <PlainField
              label="Access of more people than"
              type="number"
              value={most}
              problem={problemOf(set.error, "mostPeople")}
              onChange={setMost}
            />
          </div>
          <Told error={set.error} />
          <button type="submit" className="btn btn-primary btn-sm mt-3" disabled={set.isPending}>
            Set, and answer for it
          </button>
        </form>
      )}
    </div>
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
