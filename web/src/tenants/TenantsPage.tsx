import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { tenantsQuery } from "../api/tenantQueries";
import { useMayEverywhere, useNow, useSeesAll } from "../session/hooks";
import { ago } from "../ui/dates";
import { Empty, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { NewMark } from "../ui/new";
import { Seats } from "./Seats";

export function TenantsPage() {
  const tenants = useQuery(tenantsQuery);
  const now = useNow();
  const mayGovern = useMayEverywhere("GOVERN");
  const seesAll = useSeesAll();
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Tenants">
      <div className="flex items-center gap-3">
        <h1 className="flex-1">Tenants</h1>
        {mayGovern && (
          <Link to="/tenants/connect" className="btn btn-sm">
            Connect a tenant
          </Link>
        )}
      </div>
      <p className="text-soft">
        Each with how fresh its reading is, where it differs from what should be, and its seats.
      </p>
      <Read of={tenants} what="tenants">
        {(data) =>
          data.length === 0 ? (
            seesAll ? (
              <Empty title="No tenant is connected yet." />
            ) : (
              <Empty title="No tenant to show">
                A tenant counts everybody in it, and your scope is limited to some of them. What each person has there
                stands on their page.
              </Empty>
            )
          ) : (
            <div className="card-plain mt-4 overflow-x-auto">
              <table className="w-full">
                <thead>
                  <tr className="text-left text-xs text-soft">
                    <th className="px-3 py-1.5 font-semibold">Tenant</th>
                    <th className="px-2 font-semibold">Kind</th>
                    <th className="px-2 text-right font-semibold">Accounts</th>
                    <th className="px-2 text-right font-semibold">Unknown</th>
                    <th className="px-2 text-right font-semibold">Differences</th>
                    <th className="px-2 font-semibold">Read</th>
                    <th className="px-3 font-semibold">Seats</th>
                  </tr>
                </thead>
                <tbody>
                  {data.map((tenant) => (
                    <tr key={tenant.id} className="row-hover border-t border-line">
                      <td className="px-3 py-2 whitespace-nowrap">
                        <TenantDot colour={tenant.colour} />
                        <NewMark isNew={tenant.isNew} />
                        <Link to="/tenants/$id" params={{ id: tenant.id }} className="font-semibold hover:underline">
                          {tenant.app} · {tenant.name}
                        </Link>
                      </td>
                      <td className="px-2">{tenant.environment.toLowerCase()}</td>
                      <td className="px-2 text-right">{tenant.accounts}</td>
                      <td className="px-2 text-right">{tenant.unknownAccounts === 0 ? "–" : tenant.unknownAccounts}</td>
                      <td className={`px-2 text-right ${tenant.differences > 0 ? "font-bold text-error" : ""}`}>
                        {tenant.differences === 0 ? "–" : tenant.differences}
                      </td>
                      <td className="px-2 whitespace-nowrap">
                        {tenant.readAt ? ago(tenant.readAt, now) : "never"}
                        {tenant.isManual && <span className="text-soft"> from a list</span>}
                        {tenant.reading === "FAILED" && (
                          <b className="block text-sm text-error">the last reading failed</b>
                        )}
                      </td>
                      <td className="px-3 py-1.5">
                        <Seats pools={tenant.pools} />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          )
        }
      </Read>
    </section>
  );
}
