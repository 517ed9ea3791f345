import { expect, test } from "vitest";
import { formWords } from "./forms";

test("a form of change is called as the core calls it", () => {
  expect(formWords("person.add")).toBe("Add a person");
  expect(formWords("assignment.give")).toBe("Give a role");
  expect(formWords("membership.end")).toBe("Remove a member");
  expect(formWords("something.new")).toBe("something.new");
});
