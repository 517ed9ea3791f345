import { expect, test } from "vitest";
import { shownMembers, type Member } from "./members";

const member = (name: string, more: Partial<Member> = {}): Member => ({
  id: name,
  name,
  number: "",
  job: "Keeper",
  unit: "Lagoon Hall",
  way: "direct",
  ...more,
});

const names = (members: readonly Member[]) => members.map((one) => one.name);

test("all words have to be somewhere in the row", () => {
  const all = [member("Ada Orme", { number: "40010" }), member("Bo Orme", { job: "Guide" })];
  expect(names(shownMembers(all, "orme keeper", "name", false))).toEqual(["Ada Orme"]);
  expect(names(shownMembers(all, "4001", "name", false))).toEqual(["Ada Orme"]);
  expect(names(shownMembers(all, " ", "name", false))).toHaveLength(2);
});

test("numbers are sorted as numbers, and who has none stands last both ways", () => {
  const all = [member("Ada", { number: "900" }), member("Bo", { number: "40010" }), member("Cy")];
  expect(names(shownMembers(all, "", "number", false))).toEqual(["Ada", "Bo", "Cy"]);
  expect(names(shownMembers(all, "", "number", true))).toEqual(["Bo", "Ada", "Cy"]);
});
