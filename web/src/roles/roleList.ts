import type { Schemas } from "../api/client";
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

export const ROLE_COLUMNS: readonly ListColumn<Row>[] = [
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

export const ROLE_FACETS: readonly ListFacet<Row>[] = [
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
