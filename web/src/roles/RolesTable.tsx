import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import type { Schemas } from "../api/client";
import { rolesQuery } from "../api/roleQueries";
import { Read } from "../ui/states";
import { WorkList } from "../ui/listTable";
import type { ListColumn, ListFacet } from "../ui/workList";

type Row = Schemas["RoleRow"];

const STAGES: Record<Row["stage"], string> = {
  PREPARATION: "in preparation",
  OPEN: "in use",
  CLOSED: "closed to new assignments",
};
const SENSITIVITIES: Record<Row["sensitivity"], string> = {
  NORMAL: "normal",
  SENSITIVE: "sensitive",
  PRIVILEGED: "privileged",
};

const MOST_COMPARED = 5;

const COLUMNS: readonly ListColumn<Row>[] = [
  { key: "name", name: "Name", value: (row) => row.name },
  { key: "apps", name: "Applications", value: (row) => row.apps.join(", ") },
  { key: "stage", name: "Stage", value: (row) => STAGES[row.stage] },
  { key: "sensitivity", name: "Sensitivity", value: (row) => SENSITIVITIES[row.sensitivity] },
  { key: "permissions", name: "Permissions", value: (row) => row.permissions },
  { key: "assignments", name: "Given", value: (row) => row.assignments },
  { key: "owner", name: "Owner", value: (row) => row.owner ?? "" },
  { key: "description", name: "What it is for", value: (row) => row.description },
  { key: "variants", name: "Variants", value: (row) => row.variants, isExtra: true },
  { key: "key", name: "Short name", value: (row) => row.key, isExtra: true },
];

const FACETS: readonly ListFacet<Row>[] = [
  { key: "app", name: "Application", values: (row) => row.apps },
  {
    key: "stage",
    name: "Stage",
    values: (row) => [row.stage],
    words: (value) => STAGES[value as Row["stage"]] ?? value,
  },
  {
    key: "sensitivity",
    name: "Sensitivity",
    values: (row) => [row.sensitivity],
    words: (value) => SENSITIVITIES[value as Row["sensitivity"]] ?? value,
  },
  {
    key: "has",
    name: "Has",
    values: (row) => [
      row.assignments === 0 ? "given to nobody" : "assignments",
      ...(row.owner ? [] : ["no owner"]),
      ...(row.variants > 0 ? ["variants"] : []),
    ],
  },
];

/** Roles as a working table. */
export function RolesTable() {
  const roles = useQuery(rolesQuery);
  return (
    <Read of={roles} what="roles">
      {(data) => (
        <WorkList
          title="Roles"
          one="role"
          many="roles"
          rows={data}
          idOf={(row) => row.id}
          nameOf={(row) => row.name}
          columns={COLUMNS}
          facets={FACETS}
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
