import { expect, test } from "vitest";
import type { Schemas } from "../api/client";
import { changesOf, notBelow } from "./unitChanges";

const unit = (id: string, parent?: string): Schemas["UnitView"] => ({
  id,
  key: id,
  name: id,
  people: 0,
  isNew: false,
  zone: "Europe/London",
  ...(parent === undefined ? {} : { parent }),
});

test("only what was changed is sent, and what was cleared is empty", () => {
  const one = { ...unit("hall", "trust"), costCentre: "CC-1" };
  const same = { name: "hall", parent: "trust", zone: "Europe/London", manager: "", cost: "CC-1" };
  expect(changesOf(one, same)).toEqual({});
  expect(changesOf(one, { ...same, parent: "", cost: " CC-2 " })).toEqual({ parent: "", cost: "CC-2" });
});

test("a unit goes neither into itself nor into what is below it", () => {
  const all = [unit("trust"), unit("pier", "trust"), unit("hall", "pier"), unit("bay", "trust")];
  const names = (id: string) => notBelow(all.find((one) => one.id === id) ?? unit(id), all).map((one) => one.id);
  expect(names("pier")).toEqual(["trust", "bay"]);
  expect(names("trust")).toEqual([]);
  expect(names("hall")).toEqual(["trust", "pier", "bay"]);
});
