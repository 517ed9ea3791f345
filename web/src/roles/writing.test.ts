import { expect, test } from "vitest";
import { boundWords, writtenWords } from "./writing";

const GROUP = {
  binding: "b",
  name: "Crew",
  isFound: false,
  members: 12,
  there: 12,
};

test("a role is written by assignments, as a group, or not at all", () => {
  const plain = { isWritten: false, takesGroups: true, groups: [], areas: [] };
  expect(writtenWords({ ...plain, isWritten: true })).toBe("By roles and assignments");
  expect(writtenWords(plain)).toContain("until it is written as a group");
  expect(writtenWords({ ...plain, takesGroups: false })).toContain("no groups");
  expect(writtenWords({ ...plain, groups: [GROUP] })).toBe("");
  expect(writtenWords({ ...plain, isWritten: true, groups: [GROUP] })).toContain("but for these");
});

test("a group tells who should be in it and who is", () => {
  expect(boundWords(GROUP)).toBe("12 members, as last read");
  expect(boundWords({ ...GROUP, there: 3, isFound: true })).toBe("12 members, 3 when last read · it was there before");
  expect(boundWords({ members: 1, isFound: false })).toBe("1 member, not there when last read");
});
