import { expect, test } from "vitest";
import { headWords, partWords, restOf, toldWords } from "./entryWords";

const made = {
  title: "Add a member",
  about: "",
  parts: [
    { label: "Member", after: "Wren Castellane" },
    { label: "Group", after: "Lagoon keepers" },
    { label: "Last day", after: "31 Mar 2027" },
  ],
};

const changed = {
  title: "Change a person",
  about: "Ines Abara",
  parts: [
    { label: "Family name", before: "Abara", after: "Abara-Lund" },
    { label: "Mobile number", before: "+441632960123", after: "" },
    { label: "E-mail", before: "", after: "ines@skerrow.example" },
  ],
};

test("what is made is told by its name and then by the rest", () => {
  expect(headWords(made)).toBe("Add a member: Wren Castellane");
  expect(restOf(made).map((part) => part.label)).toEqual(["Group", "Last day"]);
  expect(toldWords(made)).toBe("Add a member: Wren Castellane, Group Lagoon keepers, Last day 31 Mar 2027");
});

test("what is changed is told before and after, and nothing as none", () => {
  expect(headWords(changed)).toBe("Change a person: Ines Abara");
  expect(changed.parts.map(partWords)).toEqual([
    "Abara → Abara-Lund",
    "+441632960123 → none",
    "none → ines@skerrow.example",
  ]);
  expect(restOf(changed)).toHaveLength(3);
});

test("a title stands alone where nothing is known yet", () => {
  expect(toldWords({ title: "Add a member", about: "", parts: [] })).toBe("Add a member");
});
