import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import type { Schemas } from "../api/client";
import { reportQuery, type Narrowed } from "../api/reportQueries";
import { unitsQuery } from "../api/queries";
import { tenantsQuery } from "../api/tenantQueries";
import { useNow, useSession } from "../session/hooks";
import { Choose } from "../ui/choose";
import { ago, isoDay, moment } from "../ui/dates";
import { PlainDay } from "../ui/plainDay";
import { Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { Drawing } from "./Drawing";
import { Compare } from "./Compare";
import { reportKind, REPORTS } from "./kinds";
import { useExport } from "./mutations";
import { Prices } from "./Prices";
import { Rows } from "./Rows";
import { SmallerPool } from "./SmallerPool";

type Report = Schemas["ReportView"];

/** Reports at the left, and one of them beside: for today or any past day, narrowed, drawn, and to be handed over. */
export function ReportsPage() {
  const { kind: named } = useParams({ from: "/reports/$kind" });
  const kind = reportKind(named);
  const search = useSearch({ from: "/reports/$kind" });
  const narrowed: Narrowed = { day: search.day, unit: search.unit, tenant: search.tenant };
  const report = useQuery(reportQuery(kind, narrowed));
  return (
    <>
      <nav
        aria-label="Reports"
        className="w-56 shrink-0 overflow-auto border-r border-base-300 bg-base-100 py-3 max-[700px]:w-full print:hidden"
      >
        <ul>
          {REPORTS.map((one) => (
            <li key={one.kind}>
              <Link
                to="/reports/$kind"
                params={{ kind: one.kind.toLowerCase() }}
                search={(before) => ({ draft: before.draft, ...narrowed })}
                className="row-hover block px-4 py-1.5"
                activeProps={{ className: "bg-chosen shadow-[inset_4px_0_var(--color-primary)]" }}
              >
                <b className="block font-semibold">{one.name}</b>
                <span className="block text-sm text-soft">{one.about}</span>
              </Link>
            </li>
          ))}
        </ul>
      </nav>
      <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Report">
        <h1>{REPORTS.find((one) => one.kind === kind)?.name}</h1>
        <Narrow
          narrowed={narrowed}
          isPeople={kind !== "SEATS" && kind !== "LOG"}
          isTenants={kind !== "MOVEMENTS" && kind !== "LOG"}
        />
        <Read of={report} what="the report">
          {(data) => (
            <>
              <Head report={data} narrowed={narrowed} />
              <Drawing bars={data.bars} measure={data.measure} title={data.title} />
              {kind === "SEATS" && narrowed.day === undefined && <SmallerPool />}
              {kind === "COSTS" && <Prices />}
              <Rows report={data} />
              {kind === "LEAVERS" && <Compare />}
              <Cover report={data} />
            </>
          )}
        </Read>
      </section>
    </>
  );
}

function Narrow({ narrowed, isPeople, isTenants }: { narrowed: Narrowed; isPeople: boolean; isTenants: boolean }) {
  const navigate = useNavigate();
  const session = useSession();
  const now = useNow();
  const units = useQuery(unitsQuery).data ?? [];
  const tenants = useQuery(tenantsQuery).data ?? [];
  const set = (more: Narrowed) =>
    void navigate({ to: ".", search: (before) => ({ draft: before.draft, ...narrowed, ...more }), replace: true });
  const today = isoDay(new Date(now).toISOString(), session.zone);
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3 print:hidden">
      <div className="w-40">
        <PlainDay
          label="As of"
          value={narrowed.day ?? today}
          onKeep={(value) => set({ day: value === "" || value === today ? undefined : value })}
        />
      </div>
      {isPeople && (
        <Choose
          className="w-52"
          label="Unit, and below"
          value={narrowed.unit ?? ""}
          onChange={(value) => set({ unit: value === "" ? undefined : value })}
        >
          <option value="">all units</option>
          {units.map((unit) => (
            <option key={unit.id} value={unit.id}>
              {unit.name}
            </option>
          ))}
        </Choose>
      )}
      {isTenants && (
        <Choose
          className="w-52"
          label="Tenant"
          value={narrowed.tenant ?? ""}
          onChange={(value) => set({ tenant: value === "" ? undefined : value })}
        >
          <option value="">all tenants</option>
          {tenants.map((tenant) => (
            <option key={tenant.id} value={tenant.id}>
              {tenant.app} {tenant.name}
            </option>
          ))}
        </Choose>
      )}
    </div>
  );
}

function Head({ report, narrowed }: { report: Report; narrowed: Narrowed }) {
  const session = useSession();
  const download = useExport(report.kind, narrowed);
  return (
    <>
      <div className="mt-3 flex items-center gap-2">
        <p className="flex-1 text-soft" role="status">
          {count(report.total, "row")}, as of{" "}
          <b className="text-base-content">{moment(report.cover.at, session.zone)}</b>
          {report.cover.filter.length > 0 && <>; {report.cover.filter.join("; ")}</>}
        </p>
        <button
          type="button"
          className="btn btn-sm print:hidden"
          disabled={download.isPending}
          onClick={() => download.mutate()}
        >
          {download.isPending ? "Exporting…" : "Export with cover sheet"}
        </button>
        <button type="button" className="btn btn-sm print:hidden" onClick={() => window.print()}>
          Print
        </button>
      </div>
      <Told error={download.error} />
    </>
  );
}

/** What the report is made of. */
function Cover({ report }: { report: Report }) {
  const session = useSession();
  const now = useNow();
  const unread = report.cover.readings.filter((one) => !one.readAt);
  const oldest = report.cover.readings
    .map((one) => one.readAt ?? "")
    .filter((at) => at !== "")
    .sort()[0];
  return (
    <p className="mt-4 border-t border-line pt-2 text-sm text-soft">
      Made by {report.cover.by} on {moment(report.cover.madeAt, session.zone)} from version {report.cover.version} of
      the records.
      {oldest !== undefined && ` The oldest reading of a tenant is ${ago(oldest, now)}.`}
      {unread.length > 0 && ` Never read: ${unread.map((one) => one.tenant).join(", ")}.`} The cover sheet of an export
      says the same, with the SHA-256 checksum of the table. Each export is recorded in the log.
    </p>
  );
}
