import { expect, test } from "vitest";
import { formWords } from "./forms";

test("an entry without a sentence says what it is about", () => {
  expect(formWords("person.add")).toBe("Add a person");
  expect(formWords("assignment.give")).toBe("Give a role");
  expect(formWords("membership.end")).toBe("End a membership");
  expect(formWords("something.new")).toBe("Change something");
});
