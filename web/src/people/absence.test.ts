import { expect, test } from "vitest";
import { coverWords, entriesOfAbsence, givenLines, leftOut, lineKey, type Away, type CoverLine } from "./absence";

const line = (role: string, verdict: CoverLine["verdict"], rule?: string): CoverLine => ({
  role,
  roleName: role,
  tenant: "t",
  tenantName: "T",
  colour: 0,
  verdict,
  ...(rule === undefined ? {} : { rule }),
});
const lines = [
  line("a", "GIVEN"),
  line("b", "GIVEN"),
  line("c", "HELD"),
  line("d", "CONFLICTS", "Two"),
  line("e", "NOT_GIVEN"),
];
const away: Away = {
  person: "p",
  manner: "AWAY",
  seats: "KEPT",
  from: "2026-11-24",
  until: "",
  because: "holiday",
};

test("only what can be given and was not struck out is given", () => {
  expect(givenLines(lines, new Set()).map((one) => one.role)).toEqual(["a", "b"]);
  expect(givenLines(lines, new Set([lineKey(line("a", "GIVEN"))])).map((one) => one.role)).toEqual(["b"]);
});

test("a new absence comes with its cover, bound to it", () => {
  const entries = entriesOfAbsence(away, undefined, [{ by: "q", lines: givenLines(lines, new Set()) }]);
  expect(entries.map((one) => one.form)).toEqual(["absence.begin", "assignment.give", "assignment.give"]);
  expect(entries[0]?.fields).not.toHaveProperty("until");
  expect(entries[1]?.fields.absence).toBe(entries[0]?.fields.id);
  expect(entries[1]?.fields.subject).toBe("person:q");
});

test("an absence that is there is changed only where something is another", () => {
  const known = { ...away, id: "x" };
  expect(entriesOfAbsence(known, known, [])).toEqual([]);
  const longer = entriesOfAbsence({ ...known, until: "2026-12-01" }, known, []);
  expect(longer.map((one) => [one.form, one.fields.absence, one.fields.until])).toEqual([
    ["absence.edit", "x", "2026-12-01"],
  ]);
});

test("a suspension has no last day, whatever was typed before", () => {
  const [suspended] = entriesOfAbsence({ ...away, manner: "SUSPENSION", until: "2026-12-01" }, undefined, []);
  expect(suspended?.fields.manner).toBe("suspension");
  expect(suspended?.fields).not.toHaveProperty("until");
  const known = { ...away, id: "x" };
  expect(entriesOfAbsence({ ...known, manner: "LEAVE", seats: "RELEASED" }, known, [])[0]?.fields).toMatchObject({
    manner: "leave",
    seats: "released",
  });
});

test("what is left out says why", () => {
  expect(lines.map(leftOut)).toEqual([
    "",
    "",
    "already has it",
    "left out: conflict “Two”",
    "left out: not open for new grants",
  ]);
  expect(coverWords(lines, 2)).toBe("2 roles; 2 left out");
  expect(coverWords(lines.slice(0, 1), 1)).toBe("1 role");
});
