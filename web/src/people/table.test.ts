import { expect, test } from "vitest";
import {
  actWords,
  columnsOf,
  csvAddress,
  filterWords,
  inOrder,
  pastedTexts,
  queryOf,
  range,
  sortedBy,
  toggledValue,
  tree,
  valueName,
} from "./table";

test("a value of the filter comes and goes, and an empty part leaves the address", () => {
  const one = toggledValue({}, "unit", "a");
  expect(one.unit).toEqual(["a"]);
  expect(toggledValue(one, "unit", "b").unit).toEqual(["a", "b"]);
  expect(toggledValue(one, "unit", "a").unit).toBeUndefined();
  expect(queryOf({ unit: ["a"], kind: [], q: "x", sort: "NAME" })).toEqual({ unit: ["a"], q: "x" });
});

test("a second click on a column turns the order round, a third one back", () => {
  const first = sortedBy({}, "NAME");
  expect(first).toMatchObject({ sort: "NAME", desc: undefined });
  const second = sortedBy(first, "NAME");
  expect(second.desc).toBe(true);
  expect(sortedBy(second, "NAME").desc).toBeUndefined();
  expect(sortedBy(second, "UNIT")).toMatchObject({ sort: "UNIT", desc: undefined });
});

test("the name is always shown, and other columns come and go in their own order", () => {
  expect(columnsOf(["until", "number"]).map((one) => one.key)).toEqual(["name", "until", "number"]);
  expect(columnsOf(["wages", "name", "unit", "unit"]).map((one) => one.key)).toEqual(["name", "unit"]);
});

test("what is exported is what is shown", () => {
  expect(csvAddress({ kind: ["EMPLOYEE", "PARTNER"], sort: "NAME", desc: true, cols: ["number"] })).toBe(
    "/api/v1/people/table/csv?kind=EMPLOYEE&kind=PARTNER&sort=NAME&descending=true&column=name&column=number",
  );
});

test("a range goes both ways, and from nowhere it is one", () => {
  const ids = ["a", "b", "c", "d"];
  expect(range(ids, "b", "d")).toEqual(["b", "c", "d"]);
  expect(range(ids, "d", "b")).toEqual(["b", "c", "d"]);
  expect(range(ids, "x", "b")).toEqual(["b"]);
});

test("units stand as a tree, and one whose parent is not told at the top", () => {
  const value = (key: string, name: string, parent?: string) => ({
    key,
    name,
    count: 1,
    ...(parent === undefined ? {} : { parent }),
  });
  const rows = tree([
    value("t", "Trust"),
    value("h", "Hall", "t"),
    value("b", "Berth", "t"),
    value("x", "Lost", "gone"),
  ]);
  expect(rows.map((row) => [row.value.name, row.depth])).toEqual([
    ["Trust", 0],
    ["Berth", 1],
    ["Hall", 1],
    ["Lost", 0],
  ]);
});

test("what is in force is told in words", () => {
  const facets = [
    { name: "unit", values: [{ key: "u", name: "Lagoon Hall", count: 3 }] },
    { name: "standing", values: [] },
  ];
  expect(filterWords({ unit: ["u"], standing: ["HERE", "LEFT"] }, facets)).toBe("Lagoon Hall; Current or Left");
  expect(valueName("account", { key: "t:NONE", name: "Pelagia North", count: 0 })).toBe("Pelagia North: none");
  expect(actWords(36, 2)).toBe("36 people; 2 left out");
  expect(actWords(1, 0)).toBe("1 person");
});

test("a pasted list is split however it was separated", () => {
  expect(pastedTexts("40010\r\n 40011,ines.abara; a@b.example\t\n")).toEqual([
    "40010",
    "40011",
    "ines.abara",
    "a@b.example",
  ]);
});

test("spans and standings keep their own order", () => {
  const values = ["NEVER", "QUARTER", "WEEK"].map((key, place) => ({ key, name: key, count: 9 - place }));
  expect(inOrder("ends", values).map((one) => one.key)).toEqual(["WEEK", "QUARTER", "NEVER"]);
  expect(inOrder("job", values)).toBe(values);
});
