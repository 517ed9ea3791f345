import type { Schemas } from "../api/client";
import type { Cell } from "../api/queries";
import { TenantDot, tenantColour } from "./tenants";
import { ThreadCell } from "./threads";

type Access = Schemas["AccessView"];
type Tenant = Schemas["TenantView"];

const SORTS = [
  { sort: "LOOK", name: "Look" },
  { sort: "WORK", name: "Work" },
  { sort: "DECIDE", name: "Decide" },
] as const;

function isChosen(chosen: Cell | undefined, tenant: Tenant, permission: string, area: string | undefined) {
  return chosen?.tenant === tenant.tenantId && chosen.permission === permission && chosen.area === area;
}

function seatWords(tenant: Tenant): string {
  if (tenant.userName === undefined || tenant.userName === null) {
    return "no account";
  }
  if (!tenant.needsSeat) {
    return tenant.userName;
  }
  return `${tenant.seat ?? "no"} seat · ${tenant.userName}`;
}

/** What a person can do, one line per type of record and area, sorted into look, work and decide. */
export function AccessTable({
  access,
  title,
  chosen,
  onChoose,
}: {
  access: Access;
  title: string;
  chosen?: Cell | undefined;
  onChoose?: (cell: Cell) => void;
}) {
  const decides = access.tenants.some((tenant) =>
    tenant.lines.some((line) => line.cells.some((cell) => cell.sort === "DECIDE")),
  );
  const sorts = decides ? SORTS : SORTS.slice(0, 2);
  return (
    <div className="card-plain overflow-x-auto">
      <table className="w-full border-collapse">
        <thead>
          <tr className="text-left text-xs text-soft">
            <th className="w-44 px-3 py-1.5 font-semibold">{title}</th>
            {sorts.map((sort) => (
              <th key={sort.sort} className="px-2 py-1.5 font-semibold">
                {sort.name}
              </th>
            ))}
          </tr>
        </thead>
        {access.tenants.map((tenant) => (
          <tbody key={tenant.tenantId}>
            <tr className="border-t border-line bg-band">
              <th colSpan={sorts.length + 1} scope="rowgroup" className="px-3 py-1 text-left font-semibold">
                <TenantDot colour={tenant.colour} />
                {tenant.app} · {tenant.tenant}
                <span className="ml-2 text-sm font-normal text-soft">{seatWords(tenant)}</span>
              </th>
            </tr>
            {tenant.lines.length === 0 && (
              <tr className="border-t border-line">
                <td colSpan={sorts.length + 1} className="px-3 py-1.5 pl-8 text-soft">
                  Nothing yet: no role reaches here.
                </td>
              </tr>
            )}
            {tenant.lines.map((line) => (
              <tr key={`${line.type} ${line.area ?? ""}`} className="border-t border-line">
                <th scope="row" className="px-3 py-1 pl-8 text-left leading-tight font-normal">
                  {line.name}
                  <br />
                  <span className="text-xs text-soft">{line.areaName}</span>
                </th>
                {sorts.map((sort) => (
                  <td key={sort.sort} className="px-2 py-1 align-middle">
                    {line.cells
                      .filter((cell) => cell.sort === sort.sort)
                      .map((cell) => (
                        <ThreadCell
                          key={cell.permission}
                          cell={cell}
                          colour={tenantColour(tenant.colour)}
                          chosen={isChosen(chosen, tenant, cell.permission, line.area ?? undefined)}
                          onChoose={
                            onChoose &&
                            (() =>
                              onChoose({
                                tenant: tenant.tenantId,
                                permission: cell.permission,
                                area: line.area ?? undefined,
                              }))
                          }
                        />
                      ))}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        ))}
      </table>
    </div>
  );
}
