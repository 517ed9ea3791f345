import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { tenantQuery, tenantsQuery } from "../api/tenantQueries";
import { workQuery } from "../api/roleQueries";
import { Why } from "../people/Why";
import { Choose } from "../ui/choose";
import { useMay, useSeesAll } from "../session/hooks";

/** What somebody cannot do, and why: the thing, the tenant and the place are chosen, and every way and block is shown. */
export function CannotDo({ person, help }: { person: string; help: Schemas["HelpView"] }) {
  const seesAll = useSeesAll();
  const mayPrepare = useMay("PREPARE");
  const [tenant, setTenant] = useState(help.accounts[0]?.tenantId ?? "");
  const [permission, setPermission] = useState("");
  const [area, setArea] = useState("");
  const tenants = useQuery(tenantsQuery).data ?? [];
  const work = useQuery({ ...workQuery, enabled: seesAll });
  const areas = useQuery({ ...tenantQuery(tenant), enabled: tenant !== "" && seesAll }).data?.areas ?? [];
  const app = tenants.find((one) => one.id === tenant)?.app;
  const types = work.data?.find((one) => one.name === app)?.types ?? [];
  if (!seesAll) {
    return (
      <>
        <h2>Cannot do something</h2>
        <p className="mt-1 text-soft">Their page shows what they can do in your scope, and by which path.</p>
      </>
    );
  }
  return (
    <>
      <h2>Cannot do something?</h2>
      <div className="mt-2 space-y-2">
        <Choose label="In" value={tenant} onChange={setTenant}>
          {help.accounts.map((account) => (
            <option key={account.tenantId} value={account.tenantId}>
              {account.app} {account.tenant}
            </option>
          ))}
          {tenants
            .filter((one) => help.accounts.every((account) => account.tenantId !== one.id))
            .map((one) => (
              <option key={one.id} value={one.id}>
                {one.app} {one.name} (no account)
              </option>
            ))}
        </Choose>
        <Choose label="What" value={permission} onChange={setPermission}>
          <option value="">choose what they want to do</option>
          {types.map((type) => (
            <optgroup key={type.name} label={type.name}>
              {type.actions.map((action) => (
                <option key={action.permission} value={action.permission}>
                  {type.name}: {action.label}
                </option>
              ))}
            </optgroup>
          ))}
        </Choose>
        {areas.length > 0 && (
          <Choose label="Where" value={area} onChange={setArea}>
            <option value="">everywhere</option>
            {areas.map((one) => (
              <option key={one.key} value={one.key}>
                {"\u2003".repeat(one.depth)}
                {one.name}
              </option>
            ))}
          </Choose>
        )}
      </div>
      {permission !== "" && tenant !== "" && (
        <div className="mt-4 border-t border-line pt-3">
          <Why person={person} cell={{ tenant, permission, ...(area === "" ? {} : { area }) }} at={undefined} />
          <p className="mt-3 border-t border-line pt-3 text-sm">
            <Link to="/roles/work" search={{ need: [permission], who: person }} className="underline">
              Which role would give it
            </Link>
            {!mayPrepare && ", to be asked of an administrator"}
          </p>
        </div>
      )}
    </>
  );
}
