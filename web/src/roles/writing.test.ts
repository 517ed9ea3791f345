import { expect, test } from "vitest";
import { boundWords, differsWords, writtenWords } from "./writing";

const GROUP = {
  binding: "b",
  manner: "GROUP" as const,
  name: "Crew",
  isFound: false,
  members: 12,
  there: 12,
};

test("a role is provisioned by assignments, as a group, or not at all", () => {
  const plain = { isWritten: false, manners: ["GROUP" as const], bound: [], areas: [] };
  expect(writtenWords({ ...plain, isWritten: true })).toBe("As roles and assignments");
  expect(writtenWords(plain)).toContain("until it is provisioned as a group");
  expect(writtenWords({ ...plain, manners: [] })).toContain("neither roles nor groups");
  expect(writtenWords({ ...plain, bound: [GROUP] })).toBe("");
  expect(writtenWords({ ...plain, isWritten: true, bound: [GROUP] })).toContain("except for these");
});

test("a group tells who should be in it and who is", () => {
  expect(boundWords(GROUP)).toBe("12 members, as last read");
  expect(boundWords({ ...GROUP, there: 3, isFound: true })).toBe("12 members, 3 when last read · existed before Wexa");
  expect(boundWords({ manner: "GROUP", members: 1, isFound: false })).toBe("1 member, missing when last read");
  expect(boundWords({ manner: "ENTITLEMENT", members: 1, there: 2, isFound: false })).toBe(
    "1 account, 2 when last read",
  );
});

test("what a role grants more and less in a tenant is told, and through which roles", () => {
  expect(differsWords({ more: ["Animals: see"], less: ["Runs: plan", "Cases: open"], through: [] })).toBe(
    "also grants Animals: see, and does not grant Runs: plan; Cases: open",
  );
  expect(differsWords({ more: [], less: ["Runs: plan"], through: ["Keeper"] })).toBe(
    "does not grant Runs: plan, through Keeper",
  );
  expect(differsWords({ more: [], less: [], through: [] })).toBe("grants the same as elsewhere");
});
