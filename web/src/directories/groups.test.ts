import { expect, it } from "vitest";
import { shiftWords } from "./groups";

const line = { name: "tide-wardens", joining: 0, leaving: 0, notHere: 0, unread: 0 };

it.each([
  [{ ...line, kind: "VANISHED" as const }, "the Trust directory lists it no longer"],
  [{ ...line, kind: "NEW" as const, joining: 1 }, "not here yet · 1 person comes in"],
  [{ ...line, kind: "OTHERWISE" as const }, "described otherwise"],
  [
    { ...line, kind: "OTHERWISE" as const, joining: 2, leaving: 1, notHere: 1, unread: 3 },
    "2 people come in · 1 person goes out · 1 member is nobody's here yet · 3 members are not among its people",
  ],
])("says what a directory says of a group: %o", (shifting, words) => {
  expect(shiftWords(shifting, "Trust directory")).toBe(words);
});
