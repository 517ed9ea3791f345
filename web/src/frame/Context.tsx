import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { tenantsQuery } from "../api/tenantQueries";
import { useNow, useSession } from "../session/hooks";
import { ago, day } from "../ui/dates";
import { tenantColour, TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { WhatIsThis } from "./WhatIsThis";
import { Work } from "./Work";

/** Which tenants one looks at, as of which day, and how fresh the readings are. */
export function Context({ only, path }: { only?: string | undefined; path: string }) {
  const session = useSession();
  const now = useNow();
  const { data } = useQuery(tenantsQuery);
  const tenants = data ?? [];
  const one = tenants.find((tenant) => tenant.id === only);
  const looked = one === undefined ? tenants : [one];
  // a list is as old as whoever made it: it says nothing of how well the others are read
  const read = looked.filter((tenant) => tenant.readAt && (one !== undefined || !tenant.isManual));
  const oldest = read.map((tenant) => tenant.readAt ?? "").sort()[0];
  const silent = looked.filter((tenant) => tenant.reading === "FAILED");
  return (
    <div
      data-context
      className={`flex h-[38px] items-center gap-4 border-b border-base-300 px-4 ${one === undefined ? "text-soft" : ""}`}
      style={one && { background: `color-mix(in oklab, ${tenantColour(one.colour)} 16%, var(--color-base-200))` }}
    >
      <span>
        Looking at{" "}
        <b className="text-base-content">
          {one !== undefined
            ? `${one.app} ${one.name}, ${one.environment.toLowerCase()}`
            : session.seesScopeOnly
              ? "your scope"
              : tenants.length === 0
                ? "no tenant yet"
                : `all ${count(tenants.length, "tenant")}`}
        </b>
      </span>
      <span>
        As of <b className="text-base-content">today, {day(new Date(now).toISOString(), session.zone)}</b>
      </span>
      <span className="ml-auto">
        {oldest === undefined ? (
          !session.seesScopeOnly && "Tenants not read yet"
        ) : (
          <>
            {one?.isManual ? "List of accounts from" : "Tenants read"}{" "}
            <b className="text-base-content">{ago(oldest, now)}</b>
          </>
        )}
      </span>
      <Work />
      <WhatIsThis path={path} />
      {silent.map((tenant) => (
        <Link
          key={tenant.id}
          to="/tenants/$id"
          params={{ id: tenant.id }}
          className="flex items-center rounded border border-base-300 bg-base-100 px-2 text-sm text-base-content"
        >
          <TenantDot colour={tenant.colour} />
          {tenant.app} {tenant.name} does not answer
        </Link>
      ))}
    </div>
  );
}
