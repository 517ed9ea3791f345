import fc from "fast-check";
import { expect, test } from "vitest";
import {
  facetCounts,
  filterWords,
  listed,
  listOf,
  listText,
  movedUp,
  readListSearch,
  shownColumns,
  textsOf,
  toggledFacet,
  type ListFacet,
  type ListSearch,
} from "./workList";

interface Row {
  name: string;
  size: number;
  tags: string[];
}

const COLUMNS = [
  { key: "name", name: "Name", value: (row: Row) => row.name },
  { key: "size", name: "Size", value: (row: Row) => row.size },
  { key: "tags", name: "Tags", value: (row: Row) => row.tags.join(" "), isExtra: true },
];
const FACETS = [
  { key: "tag", name: "Tag", values: (row: Row) => row.tags },
  { key: "big", name: "Size", values: (row: Row) => [row.size > 5 ? "big" : "small"] },
];

const rowsOf = fc.array(
  fc.record({
    name: fc.constantFrom("Guides", "Keepers", "Night round", "Vets on call", ""),
    size: fc.integer({ min: 0, max: 10 }),
    tags: fc.uniqueArray(fc.constantFrom("winter", "rota", "hall"), { maxLength: 2 }),
  }),
);
const searchOf: fc.Arbitrary<ListSearch> = fc.record({
  q: fc.constantFrom(undefined, "e", "night", "KEEP"),
  f: fc.constantFrom(undefined, ["tag:winter"], ["tag:winter", "tag:rota"], ["big:big"], ["big:big", "tag:hall"]),
  sort: fc.constantFrom(undefined, "name", "size"),
  desc: fc.constantFrom(undefined, true),
});

test("a count says how many rows would be left if its value alone were chosen in its facet", () => {
  fc.assert(
    fc.property(rowsOf, searchOf, (rows, search) => {
      for (const facet of FACETS) {
        for (const one of facetCounts(rows, COLUMNS, FACETS, facet, search)) {
          const others = (search.f ?? []).filter((each) => !each.startsWith(`${facet.key}:`));
          const alone = { ...search, f: [...others, `${facet.key}:${one.value}`] };
          expect(listed(rows, COLUMNS, FACETS, alone)).toHaveLength(one.count);
        }
      }
    }),
  );
});

test("sorting loses nobody, and turns round", () => {
  fc.assert(
    fc.property(rowsOf, (rows) => {
      const up = listed(rows, COLUMNS, FACETS, { sort: "size" }).map((row) => row.size);
      const down = listed(rows, COLUMNS, FACETS, { sort: "size", desc: true }).map((row) => row.size);
      expect(up).toEqual(rows.map((row) => row.size).toSorted((one, other) => one - other));
      expect(down).toEqual(up.toReversed());
    }),
  );
});

test("a value is chosen and taken back", () => {
  expect(toggledFacet({}, "tag", "winter").f).toEqual(["tag:winter"]);
  expect(toggledFacet({ f: ["tag:winter"] }, "tag", "winter").f).toBeUndefined();
});

test("columns that are extra or empty come when they are asked for, and the first one always", () => {
  const rows = [{ name: "Guides", size: 3, tags: [] }];
  expect(shownColumns(COLUMNS, {}, rows).map((one) => one.key)).toEqual(["name", "size"]);
  expect(shownColumns(COLUMNS, {}, []).map((one) => one.key)).toEqual(["name"]);
  expect(shownColumns(COLUMNS, { cols: ["tags"] }, rows).map((one) => one.key)).toEqual(["name", "tags"]);
});

test("columns stand in the order that was chosen, each once, behind the first", () => {
  const chosen = { cols: ["tags", "size", "tags", "name", "weight"] };
  expect(shownColumns(COLUMNS, chosen, []).map((one) => one.key)).toEqual(["name", "tags", "size"]);
  fc.assert(
    fc.property(fc.uniqueArray(fc.string(), { minLength: 1 }), fc.nat(), (keys, seed) => {
      const at = seed % keys.length;
      const moved = movedUp(keys, keys[at] ?? "");
      expect(moved.toSorted()).toEqual(keys.toSorted());
      expect(moved.indexOf(keys[at] ?? "")).toBe(Math.max(0, at - 1));
    }),
  );
});

test("what is kept under a name is opened as it was", () => {
  const all = { q: "a b&c", f: ["tag:winter=1", "big:big"], sort: "size", desc: true, cols: ["tags", "size"] };
  expect(listOf(listText(all))).toEqual(all);
  expect(listOf(listText({}))).toEqual(readListSearch({}));
});

test("what a list is narrowed to is told in words", () => {
  const facets: ListFacet<Row>[] = [
    { key: "tag", name: "Tag", values: (row) => row.tags },
    { key: "big", name: "Size", values: () => [], words: (value) => `${value} ones` },
  ];
  expect(filterWords(facets, { q: "nora", f: ["tag:winter", "big:small", "tag:old"] })).toEqual([
    "words “nora”",
    "Tag: winter or old",
    "Size: small ones",
  ]);
  expect(filterWords(facets, {})).toEqual([]);
});

test("what is shown is text, as it is read", () => {
  const rows = [{ name: "Nora", size: 3, tags: ["a", "b"] }];
  expect(textsOf(rows, COLUMNS.slice(0, 2))).toEqual([["Nora", "3"]]);
});

test("an address that somebody wrote by hand is read as far as it makes sense", () => {
  expect(readListSearch({ q: "", sort: 3, desc: "yes", f: ["tag:winter", 4], cols: [] })).toEqual({
    q: undefined,
    sort: undefined,
    desc: undefined,
    cols: undefined,
    f: ["tag:winter"],
  });
});
