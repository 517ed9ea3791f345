import { useQuery } from "@tanstack/react-query";
import { tenantsQuery } from "../api/tenantQueries";
import { tenantColour } from "../ui/tenants";

/** The tenants' colours along the top edge; working in one, its colour alone. The line below names it. */
export function TenantBand({ only }: { only?: string | undefined }) {
  const { data } = useQuery(tenantsQuery);
  const tenants = data ?? [];
  const one = tenants.find((tenant) => tenant.id === only);
  if (one !== undefined) {
    return <div aria-hidden className="h-[7px]" style={{ background: tenantColour(one.colour) }} />;
  }
  return (
    <div aria-hidden className="flex h-[7px] gap-0.5">
      {tenants.map((tenant) => (
        <span key={tenant.id} className="flex-1" style={{ background: tenantColour(tenant.colour) }} />
      ))}
    </div>
  );
}
