import { expect, test } from "vitest";
import { changesOf, isChoosable, keyOf, kindOf, whyWords, type Item } from "./words";

const item = (over: Partial<Item>): Item => ({
  column: "GOES",
  why: "FORMER_JOB",
  thing: "GROUP",
  name: "Lagoon keepers",
  detail: "",
  having: 9,
  of: 10,
  isProposed: true,
  changes: [{ form: "membership.end", fields: {} }],
  ...over,
});

test("every reason is said in words, with how many have it where peers decide", () => {
  expect(whyWords(item({}))).toBe("9 of 10 in the former job have it");
  expect(whyWords(item({ why: "NEW_JOB" }))).toBe("9 of 10 in the new job have it");
  expect(whyWords(item({ why: "SOME_IN_NEW_JOB", having: 3 }))).toBe("only 3 of 10 in the new job have it");
  expect(whyWords(item({ why: "RULE" }))).toBe("by the rule of the group");
  expect(whyWords(item({ why: "LEFT_OVER" }))).toContain("left over from before");
  expect(whyWords(item({ why: "HAD_BEFORE", having: 0, of: 0 }))).toBe("they had it before");
  expect(whyWords(item({ why: "HAD_BEFORE", having: 2 }))).toBe("they had it before; 2 of 10 in the new job have it");
});

test("an account is opened before what needs it, and closed after what needed it", () => {
  const items = [
    item({ thing: "ACCOUNT", changes: [{ form: "account.close", fields: {} }] }),
    item({}),
    item({ column: "COMES", thing: "ROLE", changes: [{ form: "assignment.give", fields: {} }] }),
    item({ column: "COMES", thing: "ACCOUNT", changes: [{ form: "account.open", fields: {} }] }),
    item({ column: "STAYS", why: "DIRECTORY", changes: [] }),
  ];
  expect(changesOf(items, () => true).map((one) => one.form)).toEqual([
    "account.open",
    "assignment.give",
    "membership.end",
    "account.close",
  ]);
  expect(changesOf(items, (one) => one.thing === "ROLE").map((one) => one.form)).toEqual(["assignment.give"]);
});

test("what is decided elsewhere cannot be chosen, and things of two columns are told apart", () => {
  expect(isChoosable(item({ changes: [] }))).toBe(false);
  expect(keyOf(item({}))).not.toBe(keyOf(item({ column: "STAYS" })));
});

test("a kind of engagement is known in either case", () => {
  expect(kindOf("volunteer")).toBe("VOLUNTEER");
  expect(kindOf("PARTNER")).toBe("PARTNER");
  expect(kindOf(undefined)).toBe("EMPLOYEE");
});
