import { useQuery } from "@tanstack/react-query";
import { groupsQuery } from "../api/queries";
import { Side } from "../ui/side";
import { Read } from "../ui/states";
import { count } from "../ui/words";

const KINDS: Record<string, string> = { ASSIGNED: "put in", RULED: "by rule", DIRECTORY: "directory" };

export function GroupsPage() {
  const groups = useQuery(groupsQuery);
  return (
    <Read of={groups} what="groups">
      {(data) => (
        <Side
          label="Groups"
          to="/groups/$id"
          empty="There are no groups yet"
          items={data.map((group) => ({
            id: group.id,
            name: group.name,
            note: `${KINDS[group.kind] ?? group.kind} · ${group.description}`,
            mark: count(group.people, "person", "people"),
          }))}
        />
      )}
    </Read>
  );
}
