import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState, type ReactNode } from "react";
import { setupQuery } from "../api/queries";
import { tenantsQuery } from "../api/tenantQueries";
import { useMayEverywhere } from "../session/hooks";
import { Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { DirectoryForm } from "./DirectoryForm";
import { nextOf, stepsOf, type Step, type StepKey } from "./steps";
import { Units } from "./Units";

/** What an installation needs, what of it is there, and the next thing to do. */
export function SetupPage() {
  const setup = useQuery(setupQuery);
  const mayGovern = useMayEverywhere("GOVERN");
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Setting up">
      <h1>Setting up</h1>
      <p className="text-soft">
        What Wexa needs to be of use, in an order that works.
        {!mayGovern && " You can look; whoever manages administrators can do it."}
      </p>
      <Read of={setup} what="how far it is">
        {(data) => <Steps steps={stepsOf(data)} />}
      </Read>
    </section>
  );
}

function Steps({ steps }: { steps: Step[] }) {
  const next = nextOf(steps);
  const [opened, setOpened] = useState<StepKey>();
  const open = opened ?? next;
  return (
    <ol className="card-plain mt-4 max-w-4xl divide-y divide-[var(--line)]">
      {steps.map((step, at) => (
        <li key={step.key} className="px-4 py-3">
          <button
            type="button"
            aria-expanded={step.key === open}
            className="flex w-full cursor-pointer items-baseline gap-3 text-left"
            onClick={() => setOpened(step.key)}
          >
            <span
              className={`w-5 shrink-0 text-right font-head font-semibold ${step.isDone ? "text-success" : "text-soft"}`}
            >
              {step.isDone ? "✓" : at + 1}
            </span>
            <b className="flex-1">{step.title}</b>
            <span className={step.isDone ? "text-soft" : "font-semibold"}>{step.there}</span>
          </button>
          {step.key === open && (
            <div className="mt-1 pl-8">
              <p className="text-soft">{step.why}</p>
              <Act step={step.key} />
            </div>
          )}
        </li>
      ))}
    </ol>
  );
}

function Act({ step }: { step: StepKey }): ReactNode {
  const mayGovern = useMayEverywhere("GOVERN");
  switch (step) {
    case "administrators":
      return (
        <Link to="/administrators" className="btn btn-sm mt-2">
          To the administrators
        </Link>
      );
    case "directory":
      return mayGovern && <DirectoryForm />;
    case "units":
      return <Units />;
    case "tenant":
      return (
        mayGovern && (
          <Link to="/tenants/connect" className="btn btn-primary btn-sm mt-2">
            Connect a tenant
          </Link>
        )
      );
    case "people":
      return (
        <p className="mt-2 flex gap-2">
          <Link to="/import" className="btn btn-sm">
            From a table
          </Link>
          <Link to="/onboard" search={{ draft: undefined }} className="btn btn-sm">
            One by one
          </Link>
          <Link to="/inbound" className="btn btn-sm">
            From a program
          </Link>
        </p>
      );
    case "accounts":
      return <Unmatched />;
  }
}

/** Tenants with accounts that are nobody's. */
function Unmatched() {
  const tenants = useQuery(tenantsQuery);
  const open = (tenants.data ?? []).filter((tenant) => tenant.unknownAccounts > 0);
  return (
    <ul className="mt-2 space-y-1">
      {open.map((tenant) => (
        <li key={tenant.id}>
          <Link to="/tenants/$id/match" params={{ id: tenant.id }} className="btn btn-sm">
            <TenantDot colour={tenant.colour} />
            {tenant.app} {tenant.name}: {count(tenant.unknownAccounts, "account")}
          </Link>
        </li>
      ))}
    </ul>
  );
}
