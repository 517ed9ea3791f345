import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import type { Schemas } from "../api/client";
import { roleQuery } from "../api/queries";
import { useSession } from "../session/hooks";
import { day, lastDay } from "../ui/dates";
import { EmptyItem, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";

type Page = Schemas["RolePage"];

export function RolePage() {
  const { id } = useParams({ from: "/roles/$id" });
  const session = useSession();
  const role = useQuery(roleQuery(id));
  return (
    <Read of={role} what="the role">
      {(data) => (
        <>
          <h1>{data.role.name}</h1>
          <p className="text-soft">
            {data.role.description} · {data.role.apps.join(", ")} · {count(data.role.permissions, "permission")}
            {data.role.owner && ` · owned by ${data.role.owner}`}
          </p>
          <Composition page={data} />
          <h2 className="mt-5">Given to</h2>
          <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
            {data.given.length === 0 && (
              <EmptyItem title="Nobody has this role directly">It may be part of other roles.</EmptyItem>
            )}
            {data.given.map((one) => (
              <li
                key={[one.subjectId, one.tenant, one.area, one.from].join(" ")}
                className="flex min-h-8 items-center gap-2 px-3 py-1"
              >
                <TenantDot colour={one.colour} />
                <Link
                  to={one.group ? "/groups/$id" : "/people/$id"}
                  params={{ id: one.subjectId }}
                  className="-ml-2 font-semibold hover:underline"
                >
                  {one.subject}
                </Link>
                <span className="text-soft">
                  {one.group ? "group " : ""}in {one.tenant}
                  {one.area && `, ${one.area}`}
                  {one.from && ` · from ${day(one.from, session.zone)}`}
                  {one.until && ` · until ${lastDay(one.until, session.zone)}`}
                </span>
                {!one.area && <b className="text-sm text-error">does nothing: it has no place yet</b>}
              </li>
            ))}
            {data.moreGiven > 0 && <li className="px-3 py-1 text-soft">and {data.moreGiven} more</li>}
          </ul>
        </>
      )}
    </Read>
  );
}

/** Ingredients as columns, permissions as rows, the result last. */
function Composition({ page }: { page: Page }) {
  return (
    <div className="card-plain mt-4 overflow-x-auto">
      <table className="w-full">
        <thead>
          <tr className="text-xs text-soft">
            <th className="px-3 py-1.5 text-left font-semibold">What</th>
            <th className="px-2 text-left font-semibold">Action</th>
            {page.ingredients.map((one) => (
              <th
                key={one.id}
                className="border-l border-dashed border-line px-2 py-1.5 font-semibold text-base-content"
              >
                {one.name}
                <br />
                <span className="font-normal text-soft">{one.kind}</span>
              </th>
            ))}
            <th className="border-l-2 border-base-content bg-band px-2 font-semibold text-base-content">
              {page.role.name}
              <br />
              <span className="font-normal text-soft">{count(page.role.permissions, "permission")}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {page.lines.map((line, place) => (
            <tr key={`${line.app} ${line.type} ${line.action}`} className="h-[30px] border-t border-line">
              <th scope="row" className="px-3 text-left font-semibold whitespace-nowrap">
                {page.lines[place - 1]?.type === line.type ? <span className="sr-only">{line.type}</span> : line.type}
              </th>
              <td className="px-2 whitespace-nowrap">
                {line.action} <span className="text-xs text-soft">{line.sort.toLowerCase()}</span>
              </td>
              {line.from.map((gives, column) => (
                <td key={column} className="border-l border-dashed border-line px-3 text-center">
                  {gives &&
                    (line.excluded ? (
                      <span className="font-bold text-error" title="excluded">
                        ✕<span className="sr-only">excluded</span>
                      </span>
                    ) : (
                      <Bar />
                    ))}
                </td>
              ))}
              <td className="border-l-2 border-base-content bg-band px-3 text-center">
                {line.given ? <Bar strong /> : <span aria-label="not given">–</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Bar({ strong = false }: { strong?: boolean }) {
  return (
    <span
      role="img"
      aria-label="gives it"
      className={`mx-auto block h-1 max-w-20 rounded ${strong ? "bg-base-content" : "bg-primary"}`}
    />
  );
}
