import { useQuery } from "@tanstack/react-query";
import { rolesQuery } from "../api/queries";
import { Side } from "../ui/side";
import { Read } from "../ui/states";
import { count } from "../ui/words";

export function RolesPage() {
  const roles = useQuery(rolesQuery);
  return (
    <Read of={roles} what="roles">
      {(data) => (
        <Side
          label="Roles"
          to="/roles/$id"
          empty="There are no roles yet"
          items={data.map((role) => ({
            id: role.id,
            name: role.name,
            note: `${role.apps.join(", ")} · ${role.description}`,
            mark: count(role.permissions, "permission"),
          }))}
        />
      )}
    </Read>
  );
}
