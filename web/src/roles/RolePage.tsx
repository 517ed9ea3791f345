import { Link, useParams } from "@tanstack/react-router";
import { useMay, useSession } from "../session/hooks";
import { day, lastDay } from "../ui/dates";
import { EmptyItem, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { CompositionGrid } from "./CompositionGrid";
import { sensitivityWord, stageWords } from "./roleWords";
import { useRole } from "./useComposing";

export function RolePage() {
  const { id } = useParams({ from: "/roles/$id" });
  const session = useSession();
  const role = useRole(id);
  const mayPrepare = useMay("PREPARE");
  return (
    <Read of={role} what="the role">
      {(data) => (
        <>
          <div className="flex items-start gap-2">
            <h1 className="flex-1">{data.role.name}</h1>
            {mayPrepare && (
              <Link to="/roles/$id/compose" params={{ id }} className="btn btn-sm">
                Compose
              </Link>
            )}
          </div>
          <p className="text-soft">
            {[
              data.role.description,
              data.role.apps.join(", "),
              count(data.role.permissions, "permission"),
              stageWords(data.role.stage),
              ...(data.role.sensitivity === "NORMAL" ? [] : [sensitivityWord(data.role.sensitivity)]),
              data.role.owner ? `owned by ${data.role.owner}` : "owned by nobody",
            ].join(" · ")}
          </p>
          {data.source && data.sourceId && (
            <p className="text-soft">
              Started from{" "}
              <Link to="/roles/$id" params={{ id: data.sourceId }} className="link">
                {data.source}
              </Link>
            </p>
          )}
          <h2 className="mt-4">Lets people</h2>
          <ul className="mt-0.5 flex flex-wrap gap-x-5">
            {data.does.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <h2 className="mt-4 mb-1.5">What it is made of</h2>
          <CompositionGrid page={data} />
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
