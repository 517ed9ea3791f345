import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import type { Schemas } from "../api/client";
import { rolesQuery } from "../api/roleQueries";
import { Read } from "../ui/states";
import { WorkList } from "../ui/listTable";
import { ROLE_COLUMNS, ROLE_FACETS } from "./roleList";

type Row = Schemas["RoleRow"];

const MOST_COMPARED = 5;

/** Roles as a working table. */
export function RolesTable() {
  const roles = useQuery(rolesQuery);
  return (
    <Read of={roles} what="roles">
      {(data) => (
        <WorkList
          title="Roles"
          place="roles"
          exports={{ list: "ROLES" }}
          one="role"
          many="roles"
          rows={data}
          idOf={(row) => row.id}
          nameOf={(row) => row.name}
          columns={ROLE_COLUMNS}
          facets={ROLE_FACETS}
          draw={(row, column) =>
            column === "name" ? (
              <Link to="/roles/$id" params={{ id: row.id }} className="font-semibold hover:underline">
                {row.name}
              </Link>
            ) : undefined
          }
          head={
            <Link to="/roles" className="btn btn-sm">
              List view
            </Link>
          }
          acts={(chosen) => <Acts chosen={chosen} />}
        />
      )}
    </Read>
  );
}

function Acts({ chosen }: { chosen: readonly Row[] }) {
  const canCompare = chosen.length > 1 && chosen.length <= MOST_COMPARED;
  return (
    <>
      <Link
        to="/roles/compare"
        search={(before) => ({ draft: before.draft, of: chosen.map((row) => `role:${row.id}`) })}
        disabled={!canCompare}
        className={`btn btn-sm ${canCompare ? "" : "btn-disabled"}`}
      >
        Compare two to five
      </Link>
      <Link
        to="/people/table"
        search={(before) => ({ draft: before.draft, role: chosen.map((row) => row.id) })}
        disabled={chosen.length === 0}
        className={`btn btn-sm ${chosen.length === 0 ? "btn-disabled" : ""}`}
      >
        Show holders
      </Link>
    </>
  );
}
