/** What a list shows; all of it stands in the address. */
export interface ListSearch {
  q?: string | undefined;
  sort?: string | undefined;
  desc?: boolean | undefined;
  cols?: string[] | undefined;
  /** As `facet:value`; of one facet any value does, and all facets have to fit. */
  f?: string[] | undefined;
}

export interface ListColumn<T> {
  key: string;
  name: string;
  value: (row: T) => string | number;
  /** How it is shown, where that is not what sorts it. */
  text?: (row: T) => string;
  /** Not shown unless it is asked for. */
  isExtra?: boolean;
}

export interface ListFacet<T> {
  key: string;
  name: string;
  values: (row: T) => readonly string[];
  /** What a value is called. */
  words?: (value: string) => string;
}

export function readListSearch(search: Record<string, unknown>): ListSearch {
  const text = (value: unknown) => (typeof value === "string" && value !== "" ? value : undefined);
  const texts = (value: unknown) => {
    const some = Array.isArray(value) ? value.filter((one): one is string => typeof one === "string") : [];
    return some.length === 0 ? undefined : some;
  };
  return {
    q: text(search.q),
    sort: text(search.sort),
    desc: search.desc === true ? true : undefined,
    cols: texts(search.cols),
    f: texts(search.f),
  };
}

/** The filter, the sort and the columns in one line, as it is kept under a name. */
export function listText(search: ListSearch): string {
  const params = new URLSearchParams();
  if (search.q !== undefined) {
    params.set("q", search.q);
  }
  search.f?.forEach((one) => params.append("f", one));
  if (search.sort !== undefined) {
    params.set("sort", search.sort);
    params.set("descending", String(search.desc === true));
  }
  search.cols?.forEach((column) => params.append("column", column));
  return params.toString();
}

/** What was kept by `listText`. */
export function listOf(text: string): ListSearch {
  const params = new URLSearchParams(text);
  return readListSearch({
    q: params.get("q") ?? undefined,
    f: params.getAll("f"),
    sort: params.get("sort") ?? undefined,
    desc: params.get("descending") === "true",
    cols: params.getAll("column"),
  });
}

function chosenOf(search: ListSearch, facet: string): string[] {
  return (search.f ?? []).filter((one) => one.startsWith(`${facet}:`)).map((one) => one.slice(facet.length + 1));
}

function fits<T>(row: T, facet: ListFacet<T>, search: ListSearch): boolean {
  const chosen = chosenOf(search, facet.key);
  return chosen.length === 0 || facet.values(row).some((value) => chosen.includes(value));
}

function hasWords<T>(row: T, columns: readonly ListColumn<T>[], text: string): boolean {
  const words = text
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== "");
  const all = columns
    .map((column) => column.value(row))
    .join(" ")
    .toLowerCase();
  return words.every((word) => all.includes(word));
}

/** Rows that have all the words and fit all facets, in the wanted order; what is empty stands last. */
export function listed<T>(
  rows: readonly T[],
  columns: readonly ListColumn<T>[],
  facets: readonly ListFacet<T>[],
  search: ListSearch,
): T[] {
  const found = rows.filter(
    (row) => hasWords(row, columns, search.q ?? "") && facets.every((facet) => fits(row, facet, search)),
  );
  const by = columns.find((column) => column.key === search.sort);
  if (by === undefined) {
    return found;
  }
  return found.toSorted((one, other) => {
    const a = by.value(one);
    const b = by.value(other);
    if ((a === "") !== (b === "")) {
      return a === "" ? 1 : -1;
    }
    const order =
      typeof a === "number" && typeof b === "number"
        ? a - b
        : String(a).localeCompare(String(b), "en", { numeric: true });
    return search.desc === true ? -order : order;
  });
}

export interface FacetCount {
  value: string;
  words: string;
  count: number;
  isChosen: boolean;
}

/** For each value of a facet how many rows it alone would leave, all other facets being as they are; most first. */
export function facetCounts<T>(
  rows: readonly T[],
  columns: readonly ListColumn<T>[],
  facets: readonly ListFacet<T>[],
  facet: ListFacet<T>,
  search: ListSearch,
): FacetCount[] {
  const chosen = chosenOf(search, facet.key);
  const counts = new Map<string, number>(chosen.map((value) => [value, 0]));
  for (const row of rows) {
    const others = facets.every((other) => other === facet || fits(row, other, search));
    if (others && hasWords(row, columns, search.q ?? "")) {
      for (const value of new Set(facet.values(row))) {
        counts.set(value, (counts.get(value) ?? 0) + 1);
      }
    }
  }
  return [...counts]
    .map(([value, count]) => ({
      value,
      words: facet.words?.(value) ?? value,
      count,
      isChosen: chosen.includes(value),
    }))
    .toSorted((one, other) => other.count - one.count || one.words.localeCompare(other.words));
}

/** What a list is narrowed to, in words: a line for the text and for each facet. */
export function filterWords<T>(facets: readonly ListFacet<T>[], search: ListSearch): string[] {
  return [
    ...(search.q === undefined ? [] : [`words “${search.q}”`]),
    ...facets.flatMap((facet) => {
      const chosen = chosenOf(search, facet.key).map((value) => facet.words?.(value) ?? value);
      return chosen.length === 0 ? [] : [`${facet.name}: ${chosen.join(" or ")}`];
    }),
  ];
}

export function toggledFacet(search: ListSearch, facet: string, value: string): ListSearch {
  const one = `${facet}:${value}`;
  const before = search.f ?? [];
  const after = before.includes(one) ? before.filter((other) => other !== one) : [...before, one];
  return { ...search, f: after.length === 0 ? undefined : after };
}

/** Those that were asked for, in that order; else all but the extra ones, and but those in which no row has anything. */
export function shownColumns<T>(
  columns: readonly ListColumn<T>[],
  search: ListSearch,
  rows: readonly T[],
): ListColumn<T>[] {
  const wanted = search.cols;
  return wanted === undefined
    ? columns.filter(
        (column, at) => at === 0 || (column.isExtra !== true && rows.some((row) => column.value(row) !== "")),
      )
    : inWantedOrder(columns, wanted);
}

/** The first column, which always stands, and those that are wanted in their order. */
export function inWantedOrder<T extends { key: string }>(columns: readonly T[], wanted: readonly string[]): T[] {
  const [first, ...others] = columns;
  return [
    ...(first === undefined ? [] : [first]),
    ...new Set(wanted.flatMap((key) => others.find((column) => column.key === key) ?? [])),
  ];
}

/** One of them a place further to the front. */
export function movedUp(keys: readonly string[], key: string): string[] {
  const at = keys.indexOf(key);
  const before = keys[at - 1];
  return at < 1 || before === undefined ? [...keys] : keys.with(at - 1, key).with(at, before);
}

/** What is shown of the rows, as text. */
export function textsOf<T>(rows: readonly T[], columns: readonly ListColumn<T>[]): string[][] {
  return rows.map((row) => columns.map((column) => column.text?.(row) ?? String(column.value(row))));
}
