import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { removalQuery } from "../api/leavingQueries";
import { useReadAgain } from "../help/mutations";
import { useMay, useNow, useSession } from "../session/hooks";
import { ago, moment } from "../ui/dates";
import { Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { DirectoryEntry } from "./DirectoryEntry";
import { useAskTenants, useExportRemoval } from "./mutations";
import { LEFT } from "./words";

/** What is left of somebody in their directory and each tenant, as it was read: the evidence that they are gone. */
export function Removal({ person }: { person: string }) {
  const removal = useQuery(removalQuery(person));
  const session = useSession();
  const now = useNow();
  return (
    <section aria-label="Evidence of removal">
      <h2>Evidence of removal</h2>
      <Read of={removal} what="what is left">
        {(data) => (
          <>
            <p className="mt-1" role="status">
              {data.isComplete ? (
                <b className="text-success">Complete: nothing is left</b>
              ) : (
                <b>
                  Not complete
                  {data.hidden > 0 && ` here: ${count(data.hidden, "more thing")} outside your scope`}
                  {data.holdings > 0 && `: ${count(data.holdings, "thing")} still held in Wexa`}
                </b>
              )}
            </p>
            <ul className="mt-1 divide-y divide-[var(--line)]">
              {data.entry && (
                <li className="py-1.5">
                  <DirectoryEntry person={person} entry={data.entry} />
                </li>
              )}
              {data.secrets.map((one) => (
                <li key={one.id} className="py-1.5">
                  <span className="flex items-baseline gap-2">
                    <Link to="/secrets" hash={one.id} className="link min-w-0 flex-1 truncate font-semibold">
                      {one.name}
                    </Link>
                    <b className="text-sm font-semibold text-error">to be changed</b>
                  </span>
                  <span className="block text-sm text-soft">
                    {one.where}: known and not changed since; {one.owner.name} sees to it
                  </span>
                </li>
              ))}
              {data.tenants.map((one) => (
                <li key={`${one.tenant} ${one.userName}`} className="py-1.5">
                  <span className="flex items-baseline gap-2">
                    <span className="min-w-0 flex-1 truncate font-semibold">
                      <TenantDot colour={one.colour} />
                      {one.where}
                    </span>
                    <b className={`text-sm font-semibold ${LEFT[one.left].look}`}>{LEFT[one.left].words}</b>
                  </span>
                  <span
                    className="block text-sm text-soft"
                    title={one.readAt ? moment(one.readAt, session.zone) : undefined}
                  >
                    {one.userName}: {one.text}, {one.readAt ? `read ${ago(one.readAt, now)}` : "never read"}
                  </span>
                  {one.left !== "OPEN" && one.left !== "CONFIRMED" && <ReadAgain tenant={one.tenant} />}
                </li>
              ))}
            </ul>
            {data.tenants.some((one) => one.left !== "OPEN") && <Ask person={person} />}
            {data.tenants.length === 0 && <p className="text-soft">They never had an account in any tenant.</p>}
            <HandOver person={person} />
          </>
        )}
      </Read>
    </section>
  );
}

/** The tenants' own word on what somebody who is out can still do. */
function Ask({ person }: { person: string }) {
  const ask = useAskTenants(person);
  const mayHelp = useMay("HELP");
  return mayHelp ? (
    <p className="mt-2 print:hidden">
      <button type="button" className="btn btn-xs" disabled={ask.isPending} onClick={() => ask.mutate()}>
        {ask.isPending ? "Checking…" : "Check what they can still do"}
      </button>
      <Told error={ask.error} />
    </p>
  ) : null;
}

/** What was held and done, what each tenant answered, and what is left: as a table with a cover, or on paper. */
function HandOver({ person }: { person: string }) {
  const handOver = useExportRemoval(person);
  return (
    <p className="mt-2 flex flex-wrap gap-1.5 print:hidden">
      <button type="button" className="btn btn-sm" disabled={handOver.isPending} onClick={() => handOver.mutate()}>
        {handOver.isPending ? "Exporting…" : "Export with cover sheet"}
      </button>
      <button type="button" className="btn btn-sm" onClick={() => window.print()}>
        Print
      </button>
      <Told error={handOver.error} />
    </p>
  );
}

function ReadAgain({ tenant }: { tenant: string }) {
  const read = useReadAgain(tenant);
  const mayHelp = useMay("HELP");
  return mayHelp ? (
    <>
      <button type="button" className="btn btn-xs mt-1" disabled={read.isPending} onClick={() => read.mutate()}>
        {read.isPending ? "Reading…" : "Ask the tenant again"}
      </button>
      <Told error={read.error} />
    </>
  ) : null;
}
