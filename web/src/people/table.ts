import type { Schemas } from "../api/client";
import { count } from "../ui/words";
import { inWantedOrder } from "../ui/workList";

export type Facet = Schemas["FacetView"];
export type FacetValue = Schemas["FacetValue"];
export type TableRow = Schemas["PersonTableRow"];
/** What the keys of columns of the organisation's own fields begin with. */
export const OWN = "field:";

export const SORTS = ["URGENCY", "NAME", "NUMBER", "UNIT", "JOB", "KIND", "BEGINS", "ENDS"] as const;
export type Sort = (typeof SORTS)[number] | `${typeof OWN}${string}`;

/** The parts of the filter, in the order in which they stand. */
export const PARTS = [
  "unit",
  "standing",
  "kind",
  "ends",
  "begins",
  "job",
  "account",
  "group",
  "role",
  "manager",
] as const;
export type Part = (typeof PARTS)[number];

/** What the table shows; all of it stands in the address. */
export type TableSearch = Partial<Record<Part, string[] | undefined>> & {
  q?: string | undefined;
  sort?: Sort | undefined;
  desc?: boolean | undefined;
  cols?: string[] | undefined;
  /** Values of the organisation's own fields, as `shift=Late`; `shift=` for those who have none. */
  field?: string[] | undefined;
};

export const PART_NAMES: Record<Part, string> = {
  unit: "Unit",
  standing: "Standing",
  kind: "Engagement",
  ends: "Ends",
  begins: "Begins",
  job: "Job",
  account: "Account",
  group: "Group",
  role: "Role",
  manager: "Manager",
};

/** Parts that are counted only while they are open: it costs a look at everybody whom their values concern. */
export const ON_DEMAND: readonly Part[] = ["account", "group", "role"];

export interface Column {
  key: string;
  name: string;
  sort?: Sort;
  width: string;
}

export const COLUMNS: readonly Column[] = [
  { key: "name", name: "Name", sort: "NAME", width: "minmax(150px,1.4fr)" },
  { key: "number", name: "Number", sort: "NUMBER", width: "80px" },
  { key: "unit", name: "Unit", sort: "UNIT", width: "minmax(90px,1fr)" },
  { key: "job", name: "Job", sort: "JOB", width: "minmax(90px,1fr)" },
  { key: "kind", name: "Engaged as", sort: "KIND", width: "96px" },
  { key: "from", name: "Begins", sort: "BEGINS", width: "100px" },
  { key: "until", name: "Ends", sort: "ENDS", width: "100px" },
  { key: "groups", name: "Groups", width: "62px" },
  { key: "accounts", name: "Accounts", width: "170px" },
];

const SHOWN = ["name", "number", "unit", "job", "kind", "until", "groups", "accounts"];

/** What the table needs to know of a field of people that the organisation defines. */
export interface OwnField {
  key: string;
  label: string;
  type: string;
  choices: readonly string[];
}

function ownKey(field: string): `${typeof OWN}${string}` {
  return `${OWN}${field}`;
}

/** By what an address wants people sorted; nothing where there is no such order. */
export function readSort(text: unknown): Sort | undefined {
  return typeof text === "string" && text.startsWith(OWN)
    ? ownKey(text.slice(OWN.length))
    : SORTS.find((sort) => sort === text);
}

/** All that can be shown. */
export function allColumns(fields: readonly OwnField[]): readonly Column[] {
  return [
    ...COLUMNS,
    ...fields.map((field): Column => {
      const key = ownKey(field.key);
      return { key, name: field.label, sort: key, width: "minmax(90px,1fr)" };
    }),
  ];
}

/** The columns that are shown, in their order; the name always is. */
export function columnsOf(cols: readonly string[] | undefined, fields: readonly OwnField[] = []): Column[] {
  return inWantedOrder(allColumns(fields), cols ?? SHOWN);
}

/** The filter with a value chosen, or no longer. */
export function toggledValue(search: TableSearch, part: Part, key: string): TableSearch {
  const before = search[part] ?? [];
  const after = before.includes(key) ? before.filter((one) => one !== key) : [...before, key];
  return { ...search, [part]: after.length === 0 ? undefined : after };
}

type Query = Partial<Record<Part, string[]>> & { q?: string; field?: string[] };

/** The filter as the server takes it. */
export function queryOf(search: TableSearch): Query {
  const query: Query = {};
  if (search.q !== undefined) {
    query.q = search.q;
  }
  for (const part of PARTS) {
    const values = search[part];
    if (values !== undefined && values.length > 0) {
      query[part] = values;
    }
  }
  if (search.field !== undefined && search.field.length > 0) {
    query.field = search.field;
  }
  return query;
}

/** The filter, the sort and the columns in one line, as it is kept under a name. */
export function filterText(search: TableSearch): string {
  const params = filterParams(search);
  if (search.sort !== undefined) {
    params.set("sort", search.sort);
    params.set("descending", String(search.desc === true));
  }
  search.cols?.forEach((column) => params.append("column", column));
  return params.toString();
}

/** What was kept by `filterText`. */
export function searchOf(text: string): TableSearch {
  const params = new URLSearchParams(text);
  const search: TableSearch = {
    q: params.get("q") ?? undefined,
    sort: readSort(params.get("sort")),
    desc: params.get("descending") === "true" ? true : undefined,
  };
  for (const part of PARTS) {
    const values = params.getAll(part);
    search[part] = values.length === 0 ? undefined : values;
  }
  const fields = params.getAll("field");
  search.field = fields.length === 0 ? undefined : fields;
  const columns = params.getAll("column");
  search.cols = columns.length === 0 ? undefined : columns;
  return search;
}

/** The columns that are asked for, in their order; what is none is left out where they are drawn. */
export function shownKeys(cols: readonly string[] | undefined): string[] {
  return ["name", ...(cols ?? SHOWN).filter((key) => key !== "name")];
}

/** Where what is shown can be fetched as a table. */
export function csvAddress(search: TableSearch): string {
  const params = filterParams(search);
  params.set("sort", search.sort ?? "URGENCY");
  params.set("descending", String(search.desc === true));
  shownKeys(search.cols).forEach((key) => params.append("column", key));
  return `/api/v1/people/table/csv?${params.toString()}`;
}

function filterParams(search: TableSearch): URLSearchParams {
  const params = new URLSearchParams();
  for (const [name, value] of Object.entries(queryOf(search))) {
    for (const one of Array.isArray(value) ? value : [value]) {
      params.append(name, one);
    }
  }
  return params;
}

/** The sort after a click on a column: the other way round where it is sorted by it already. */
export function sortedBy(search: TableSearch, sort: Sort): TableSearch {
  return { ...search, sort, desc: search.sort === sort && search.desc !== true ? true : undefined };
}

/** Ids from one row to another, both ways. */
export function range(ids: readonly string[], one: string, other: string): string[] {
  const from = ids.indexOf(one);
  const until = ids.indexOf(other);
  return from < 0 || until < 0 ? [other] : ids.slice(Math.min(from, until), Math.max(from, until) + 1);
}

const WORDS: Record<string, string> = {
  HERE: "Current",
  EXPECTED: "Not started",
  PAUSED: "On leave",
  SUSPENDED: "Suspended",
  LEFT: "Left",
  UNENGAGED: "Not engaged",
  EMPLOYEE: "Employee",
  VOLUNTEER: "Volunteer",
  CONTRACTOR: "Contractor",
  PARTNER: "Partner",
  WEEK: "Within 7 days",
  MONTH: "Within 30 days",
  QUARTER: "Within 91 days",
  NEVER: "No end",
};

/** What a value is called: of an account with how it is there. */
export function valueName(part: Part, value: FacetValue): string {
  if (part === "account") {
    const state = value.key.slice(value.key.indexOf(":") + 1);
    return `${value.name}: ${state === "OPEN" ? "active" : state === "CLOSED" ? "closed" : "none"}`;
  }
  return WORDS[value.name] ?? value.name;
}

const ORDER = ["HERE", "EXPECTED", "PAUSED", "SUSPENDED", "LEFT", "UNENGAGED", "WEEK", "MONTH", "QUARTER", "NEVER"];

/** What has an order of its own stands in it; all else by how many there are. */
export function inOrder(part: Part, values: readonly FacetValue[]): readonly FacetValue[] {
  return part === "standing" || part === "ends" || part === "begins"
    ? values.toSorted((one, other) => ORDER.indexOf(one.key) - ORDER.indexOf(other.key))
    : values;
}

/** Choices as the field lists them, and those without a value last; all else by how many there are. */
export function inFieldOrder(field: OwnField, values: readonly FacetValue[]): readonly FacetValue[] {
  const place = (value: FacetValue) => (value.key === "" ? field.choices.length : field.choices.indexOf(value.key));
  return field.type === "CHOICE" ? values.toSorted((one, other) => place(one) - place(other)) : values;
}

/** Units as a tree, each with how deep it stands; what has nobody in it is not told. */
export function tree(values: readonly FacetValue[]): { value: FacetValue; depth: number }[] {
  const all: { value: FacetValue; depth: number }[] = [];
  const add = (parent: string | undefined, depth: number) => {
    values
      .filter((value) => (value.parent ?? undefined) === parent)
      .toSorted((one, other) => one.name.localeCompare(other.name))
      .forEach((value) => {
        all.push({ value, depth });
        add(value.key, depth + 1);
      });
  };
  add(undefined, 0);
  // a unit whose parent is not told stands at the top
  values
    .filter((value) => !all.some((one) => one.value.key === value.key))
    .forEach((value) => all.push({ value, depth: 0 }));
  return all;
}

/** The filter with a value of a field chosen, or no longer. */
export function toggledOwn(search: TableSearch, key: string, value: string): TableSearch {
  const one = `${key}=${value}`;
  const before = search.field ?? [];
  const after = before.includes(one) ? before.filter((other) => other !== one) : [...before, one];
  return { ...search, field: after.length === 0 ? undefined : after };
}

/** The values that are chosen for a field. */
export function chosenOwn(search: TableSearch, key: string): string[] {
  return (search.field ?? []).filter((one) => one.startsWith(`${key}=`)).map((one) => one.slice(key.length + 1));
}

/** What is in force, in words: "Current; Lagoon Hall". */
export function filterWords(search: TableSearch, facets: readonly Facet[], fields: readonly OwnField[] = []): string {
  const parts = PARTS.flatMap((part) => {
    const chosen = search[part] ?? [];
    const values = facets.find((facet) => facet.name === part)?.values ?? [];
    const names = chosen.map((key) => {
      const value = values.find((one) => one.key === key);
      return value === undefined ? (WORDS[key] ?? "…") : valueName(part, value);
    });
    return names.length === 0 ? [] : [names.join(" or ")];
  });
  const own = fields.flatMap((field) => {
    const chosen = chosenOwn(search, field.key);
    const values = facets.find((facet) => facet.name === `${OWN}${field.key}`)?.values ?? [];
    const names = chosen.map((key) => values.find((one) => one.key === key)?.name ?? (key === "" ? "No value" : key));
    return names.length === 0 ? [] : [`${field.label}: ${names.join(" or ")}`];
  });
  return [...parts, ...own].join("; ");
}

/** "36 will be put in; 2 left out" */
export function actWords(entries: number, left: number): string {
  return left === 0 ? count(entries, "person", "people") : `${count(entries, "person", "people")}; ${left} left out`;
}

/** Numbers, addresses and names out of a text as it was pasted: one in a line, or with commas, semicolons or tabs between. */
export function pastedTexts(text: string): string[] {
  return text
    .split(/[\n\r,;\t]+/)
    .map((one) => one.trim())
    .filter((one) => one !== "");
}
