import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { groupQuery } from "../api/queries";
import { useSession } from "../session/hooks";
import { lastDay } from "../ui/dates";
import { Empty, EmptyItem, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";

const KINDS: Record<string, string> = {
  ASSIGNED: "Members are put in",
  RULED: "Members follow from a rule",
  DIRECTORY: "Members are read from the directory",
};

export function GroupPage() {
  const { id } = useParams({ from: "/groups/$id" });
  const session = useSession();
  const group = useQuery(groupQuery(id));
  return (
    <Read of={group} what="the group">
      {(data) => (
        <>
          <h1>{data.group.name}</h1>
          <p className="text-soft">
            {data.group.description} · {KINDS[data.group.kind]}
            {data.group.owners.length > 0 && ` · owned by ${data.group.owners.join(", ")}`}
          </p>
          <h2 className="mt-4">What it gives</h2>
          <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
            {data.gives.length === 0 && (
              <EmptyItem title="It gives nothing">No role reaches anybody through this group.</EmptyItem>
            )}
            {data.gives.map((one) => (
              <li key={`${one.role} ${one.tenant} ${one.area}`} className="flex min-h-9 items-center gap-2 px-3 py-1">
                <TenantDot colour={one.colour} />
                <Link to="/roles/$id" params={{ id: one.role }} className="-ml-2 font-semibold hover:underline">
                  {one.name}
                </Link>
                <span className="text-soft">
                  in {one.tenant}, {one.area}
                  {one.by !== "assignment" && `, by ${one.by}`}
                </span>
                {one.until && <b className="ml-auto text-sm">until {lastDay(one.until, session.zone)}</b>}
              </li>
            ))}
          </ul>
          <h2 className="mt-5">
            Members{" "}
            <span className="font-sans text-sm font-normal text-soft">
              {count(data.group.people, "person", "people")}
            </span>
          </h2>
          {data.groups.length > 0 && <p className="text-soft">Contains {data.groups.join(", ")}.</p>}
          {data.members.length === 0 ? (
            <div className="card-plain mt-1.5">
              <Empty title="Nobody is in it now." />
            </div>
          ) : (
            <ul className="card-plain mt-1.5 grid grid-cols-2 overflow-hidden min-[1500px]:grid-cols-3">
              {data.members.map((member) => (
                <li key={member.id} className="-mb-px flex min-h-8 items-center gap-2 border-b border-line px-3">
                  <Link to="/people/$id" params={{ id: member.id }} className="font-semibold hover:underline">
                    {member.name}
                  </Link>
                  <span className="text-sm text-soft">{member.way}</span>
                </li>
              ))}
            </ul>
          )}
        </>
      )}
    </Read>
  );
}
