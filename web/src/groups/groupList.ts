import type { Schemas } from "../api/client";
import type { ListColumn, ListFacet } from "../ui/workList";

type Row = Schemas["GroupRow"];

const KINDS: Record<string, string> = { ASSIGNED: "assigned", RULED: "by rule", DIRECTORY: "from a directory" };

export const GROUP_COLUMNS: readonly ListColumn<Row>[] = [
  { key: "name", name: "Name", value: (row) => row.name },
  { key: "kind", name: "Membership", value: (row) => KINDS[row.kind] ?? row.kind },
  { key: "people", name: "People", value: (row) => row.people },
  { key: "gives", name: "Roles", value: (row) => row.gives },
  { key: "owners", name: "Owners", value: (row) => row.owners.join(", ") },
  { key: "tags", name: "Tags", value: (row) => row.tags.join(", ") },
  { key: "description", name: "What it is for", value: (row) => row.description },
  { key: "key", name: "Short name", value: (row) => row.key, isExtra: true },
];

export const GROUP_FACETS: readonly ListFacet<Row>[] = [
  { key: "kind", name: "Membership", values: (row) => [row.kind], words: (value) => KINDS[value] ?? value },
  {
    key: "has",
    name: "Has",
    values: (row) => [
      row.people === 0 ? "nobody in it" : "people",
      row.gives === 0 ? "no role" : "roles",
      ...(row.owners.length === 0 ? ["no owner"] : []),
    ],
  },
  { key: "tag", name: "Tag", values: (row) => row.tags },
  { key: "owner", name: "Owner", values: (row) => row.owners },
];
