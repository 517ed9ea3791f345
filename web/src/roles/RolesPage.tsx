import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { rolesQuery } from "../api/roleQueries";
import { useMay } from "../session/hooks";
import { Side } from "../ui/side";
import { Read } from "../ui/states";
import { count } from "../ui/words";

export function RolesPage() {
  const roles = useQuery(rolesQuery);
  const mayPrepare = useMay("PREPARE");
  return (
    <Read of={roles} what="roles">
      {(data) => (
        <Side
          label="Roles"
          to="/roles/$id"
          empty="There are no roles yet"
          act={
            <>
              {mayPrepare && (
                <Link to="/roles/new" search={{ draft: undefined }} className="btn btn-sm mt-2 w-full">
                  New role
                </Link>
              )}
              <Link to="/roles/table" className="row-hover -mx-1.5 mt-2 flex rounded px-1.5 py-1 font-semibold">
                As a table <span className="ml-auto font-normal text-soft">filter and compare</span>
              </Link>
              <Link to="/roles/work" className="row-hover -mx-1.5 flex rounded px-1.5 py-1 font-semibold">
                From the work <span className="ml-auto font-normal text-soft">what people must do</span>
              </Link>
              <Link
                to="/roles/sets"
                className="row-hover -mx-1.5 flex rounded px-1.5 py-1 font-semibold"
                activeProps={{ className: "bg-chosen" }}
              >
                Permission sets <span className="ml-auto font-normal text-soft">what roles are made of</span>
              </Link>
              <Link
                to="/roles/permissions"
                className="row-hover -mx-1.5 flex rounded px-1.5 py-1 font-semibold"
                activeProps={{ className: "bg-chosen" }}
              >
                Permissions <span className="ml-auto font-normal text-soft">what people can do</span>
              </Link>
              <Link
                to="/roles/tighten"
                className="row-hover -mx-1.5 flex rounded px-1.5 py-1 font-semibold"
                activeProps={{ className: "bg-chosen" }}
              >
                Tighten <span className="ml-auto font-normal text-soft">what can be removed</span>
              </Link>
              <Link
                to="/roles/conflicts"
                className="row-hover -mx-1.5 flex rounded px-1.5 py-1 font-semibold"
                activeProps={{ className: "bg-chosen" }}
              >
                Conflict rules <span className="ml-auto font-normal text-soft">what must not meet</span>
              </Link>
            </>
          }
          items={data.map((role) => ({
            id: role.id,
            name: role.name,
            note: [
              role.apps.join(", "),
              ...(role.variants > 0 ? [`varies in ${count(role.variants, "tenant")}`] : []),
              role.description,
            ].join(" · "),
            mark: count(role.permissions, "permission"),
          }))}
        />
      )}
    </Read>
  );
}
