import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { groupsQuery } from "../api/queries";
import { useMay } from "../session/hooks";
import { Side } from "../ui/side";
import { Read } from "../ui/states";
import { count } from "../ui/words";

const KINDS: Record<string, string> = { ASSIGNED: "direct", RULED: "by rule", DIRECTORY: "directory" };

export function GroupsPage() {
  const groups = useQuery(groupsQuery);
  const mayPrepare = useMay("PREPARE");
  return (
    <Read of={groups} what="groups">
      {(data) => (
        <Side
          label="Groups"
          to="/groups/$id"
          empty="There are no groups yet"
          act={
            <>
              {mayPrepare && (
                <Link to="/groups/new" search={{ draft: undefined }} className="btn btn-sm mt-2 w-full">
                  New group
                </Link>
              )}
              <Link to="/groups/table" className="row-hover -mx-1.5 mt-2 flex rounded px-1.5 py-1 font-semibold">
                As a table <span className="ml-auto font-normal text-soft">filter, and act on many</span>
              </Link>
            </>
          }
          items={data.map((group) => ({
            id: group.id,
            name: group.name,
            note: `${KINDS[group.kind] ?? group.kind} · ${group.description}`,
            mark: count(group.people, "person", "people"),
            tags: group.tags,
            isChanged: group.touchedAt !== undefined && group.touchedAt !== null,
          }))}
        />
      )}
    </Read>
  );
}
