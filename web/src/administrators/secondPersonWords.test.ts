import { expect, test } from "vitest";
import { secondPersonWords } from "./secondPersonWords";

test("what needs a second person is told in one sentence", () => {
  expect(secondPersonWords({ forPrivileged: true, forConflicts: true, mostPeople: 100 })).toBe(
    "A draft that gives privileged access, causes a conflict that a rule warns about or changes the access of more than 100 people needs the approval of another administrator, one who neither worked on it nor gains by it.",
  );
  expect(secondPersonWords({ forPrivileged: false, forConflicts: false, mostPeople: 1 })).toContain(
    "A draft that changes the access of more than 1 person needs",
  );
});
