import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { tenantsQuery } from "../api/tenantQueries";
import { useNow } from "../session/hooks";
import { ago } from "../ui/dates";
import { Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";

/** All tenants in a few words each. */
export function DeskTenants() {
  const tenants = useQuery(tenantsQuery);
  const now = useNow();
  return (
    <section aria-label="Tenants at a glance">
      <h2>Tenants at a glance</h2>
      <Read of={tenants} what="tenants">
        {(data) => (
          <ul className="mt-2 space-y-1">
            {data.length === 0 && <li className="text-soft">None is connected yet.</li>}
            {data.map((tenant) => (
              <li key={tenant.id}>
                <Link
                  to="/tenants/$id"
                  params={{ id: tenant.id }}
                  className="row-hover -mx-2 block rounded px-2 py-1.5"
                >
                  <span className="flex items-center">
                    <TenantDot colour={tenant.colour} />
                    <b className="min-w-0 flex-1 font-semibold">
                      {tenant.app} · {tenant.name}
                    </b>
                    <span className="ml-2 shrink-0 text-sm whitespace-nowrap text-soft">
                      {tenant.readAt === undefined || tenant.readAt === null ? "not read" : ago(tenant.readAt, now)}
                    </span>
                  </span>
                  <span className="block pl-[18px] text-sm text-soft">
                    {count(tenant.accounts, "account")}
                    {tenant.differences > 0 && (
                      <b className="text-error"> · {count(tenant.differences, "difference")}</b>
                    )}
                    {tenant.reading === "FAILED" && <b className="text-error"> · last reading failed</b>}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
      </Read>
    </section>
  );
}
