import { useQuery } from "@tanstack/react-query";
import { tenantsQuery } from "../api/queries";
import { tenantColour } from "../ui/tenants";

/** The tenants' colours along the top edge; working in one makes the band tall and names it. */
export function TenantBand({ only }: { only?: string | undefined }) {
  const { data } = useQuery(tenantsQuery);
  const tenants = data ?? [];
  const one = tenants.find((tenant) => tenant.id === only);
  if (one !== undefined) {
    return (
      <div className="flex h-6 items-center px-4" style={{ background: tenantColour(one.colour) }}>
        <span className="rounded-xs bg-base-100 px-2 text-xs font-semibold">
          {one.app} {one.name}, {one.environment.toLowerCase()}
        </span>
      </div>
    );
  }
  return (
    <div aria-hidden className="flex h-[7px] gap-0.5">
      {tenants.map((tenant) => (
        <span key={tenant.id} className="flex-1" style={{ background: tenantColour(tenant.colour) }} />
      ))}
    </div>
  );
}
