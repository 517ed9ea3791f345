import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { type Schemas } from "../api/client";
import { tenantQuery } from "../api/tenantQueries";
import { useMay, useNow } from "../session/hooks";
import { mannerWords } from "../roles/writing";
import { ago } from "../ui/dates";
import { Read } from "../ui/states";
import { count, userNameRule } from "../ui/words";
import { Capabilities } from "./Capabilities";
import { DifferenceList } from "./DifferenceList";
import { EventReceiver } from "./EventReceiver";
import { Reach } from "./Reach";
import { Seats } from "./Seats";
import { Tasks } from "./Tasks";
import { WorkCard } from "./WorkCard";
import { useReadTenant } from "./mutations";

type Page = Schemas["TenantPage"];

const UNKNOWN_SHOWN = 12;

export function TenantPage() {
  const { id } = useParams({ from: "/tenants/$id" });
  const tenant = useQuery(tenantQuery(id));
  return (
    <Read of={tenant} what="the tenant">
      {(data) => (
        <>
          <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Tenant">
            <Heading page={data} />
            {data.tenant.isManual && <Tasks tenant={data.tenant} />}
            <DifferenceList key={data.tenant.id} page={data} />
          </section>
          <aside
            aria-label="About this tenant"
            className="w-80 shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4"
          >
            <h2>Seats</h2>
            <div className="mt-1.5 [&>ul]:grid-cols-1!">
              <Seats pools={data.tenant.pools} withLater />
            </div>
            <h2 className="mt-5">Areas</h2>
            {data.areas.length === 0 && <p className="text-soft">It has none.</p>}
            <ul className="mt-1">
              {data.areas.map((area) => (
                <li key={area.key} className="flex justify-between" style={{ paddingLeft: `${area.depth}rem` }}>
                  {area.name}
                  <span className="text-sm text-soft">
                    {area.assignments === 0 ? "" : count(area.assignments, "role given", "roles given")}
                  </span>
                </li>
              ))}
            </ul>
            <h2 className="mt-5">
              Unknown accounts <span className="font-sans text-sm font-normal text-soft">{data.unknown.length}</span>
            </h2>
            <p className="text-sm text-soft">
              {data.unknown.length === 0 ? "Every account there is known." : "Reported, never changed or removed."}
            </p>
            {data.unknown.length > 0 && (
              <Link to="/tenants/$id/match" params={{ id: data.tenant.id }} className="btn btn-xs mt-1.5">
                Say whose they are
              </Link>
            )}
            <ul className="mt-1">
              {data.unknown.slice(0, UNKNOWN_SHOWN).map((one) => (
                <li key={one.userName} className="flex justify-between font-mono text-sm">
                  {one.userName}
                  <span className="font-sans text-soft">{one.open ? "open" : "closed"}</span>
                </li>
              ))}
            </ul>
            {data.unknown.length > UNKNOWN_SHOWN && (
              <p className="text-sm text-soft">and {data.unknown.length - UNKNOWN_SHOWN} more</p>
            )}
            {data.written.length > 0 && (
              <>
                <h2 className="mt-5">Roles provisioned as groups or values</h2>
                <ul className="mt-1 text-sm">
                  {data.written.map((one) => (
                    <li key={`${one.manner} ${one.as}`}>
                      <Link to="/roles/$id" params={{ id: one.role }} className="link">
                        {one.name}
                      </Link>{" "}
                      <span className="text-soft">
                        as {mannerWords(one.manner)} “{one.as}”{one.area && ` at ${one.area}`}
                      </span>
                    </li>
                  ))}
                </ul>
              </>
            )}
            <h2 className="mt-5">Supported capabilities</h2>
            <Capabilities of={data.capabilities} />
            <p className="mt-1 text-sm text-soft">Signs in by {userNameRule(data.userNameRule)}.</p>
            {data.tenant.isManual ? (
              <WorkCard tenant={data.tenant.id} />
            ) : (
              <>
                <Reach tenant={data.tenant.id} />
                <EventReceiver tenant={data.tenant.id} />
              </>
            )}
          </aside>
        </>
      )}
    </Read>
  );
}

function Heading({ page }: { page: Page }) {
  const now = useNow();
  const mayRead = useMay("PREPARE");
  const { tenant } = page;
  const read = useReadTenant(tenant.id);
  return (
    <div className="flex items-start gap-4">
      <div className="min-w-0 flex-1">
        <h1>
          {tenant.app} · {tenant.name}
        </h1>
        <p className="text-soft">
          {tenant.environment.toLowerCase()} ·{" "}
          <Link to="/tenants/$id/accounts" params={{ id: tenant.id }} className="link">
            {count(tenant.accounts, "open account")}
          </Link>{" "}
          ·{" "}
          {tenant.isManual
            ? tenant.readAt
              ? `list from ${ago(tenant.readAt, now)}`
              : "no list yet"
            : tenant.readAt
              ? `read ${ago(tenant.readAt, now)}`
              : "never read"}
        </p>
        {tenant.reading === "DONE" && tenant.readingDetail !== "" && (
          <p className="mt-1 text-sm">
            <span className="text-warning">▲</span>{" "}
            {tenant.isManual ? "About the last list:" : "Unusual in the last reading:"} {tenant.readingDetail}.
          </p>
        )}
        {tenant.reading === "FAILED" && (
          <p role="alert" className="mt-1 font-semibold text-error">
            ▲ The last reading failed: {tenant.readingDetail}. What is shown is older.
          </p>
        )}
      </div>
      {mayRead && !tenant.isManual && (
        <button type="button" className="btn btn-sm" disabled={read.isPending} onClick={() => read.mutate()}>
          {read.isPending ? "Reading…" : "Read now"}
        </button>
      )}
    </div>
  );
}
