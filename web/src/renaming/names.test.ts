import { expect, test } from "vitest";
import { fateWords, isChosen, isSame, proposed, type Renamed } from "./names";

const wren = { given: "Wren", family: "Sallow", handle: "wren.sallow", mail: "wren.sallow@skerrow.example" };

const account = (over: Partial<Renamed>): Renamed => ({
  id: "a",
  tenant: "Pelagia North",
  colour: 0,
  fate: "FOLLOWS",
  now: "wren.sallow",
  then: "wren.ostrey",
  change: { form: "account.edit", fields: {} },
  ...over,
});

test("the handle and the address follow the name they were made from", () => {
  expect(proposed(wren, "Wren", "Østrey")).toEqual({
    given: "Wren",
    family: "Østrey",
    handle: "wren.strey",
    mail: "wren.strey@skerrow.example",
  });
  expect(proposed(wren, "Wren", "Sallow")).toEqual(wren);
});

test("what somebody chose stays as it is", () => {
  const chosen = { ...wren, handle: "ws", mail: "office@skerrow.example" };
  expect(proposed(chosen, "Wren", "Ostrey")).toEqual({ ...chosen, family: "Ostrey" });
  const named = proposed({ ...wren, mail: "" }, "Wren", "Ostrey");
  expect(named.mail).toBe("");
  expect(isSame(named, wren)).toBe(false);
  expect(isSame(wren, { ...wren })).toBe(true);
});

test("a name that follows changes unless it is turned, a chosen one stays unless it is", () => {
  expect(isChosen(account({}), new Set())).toBe(true);
  expect(isChosen(account({}), new Set(["a"]))).toBe(false);
  expect(isChosen(account({ fate: "CHOSEN" }), new Set())).toBe(false);
  expect(isChosen(account({ fate: "CHOSEN" }), new Set(["a"]))).toBe(true);
  expect(isChosen({ ...account({ fate: "FIXED" }), change: undefined }, new Set(["a"]))).toBe(false);
});

test("every fate is said in words", () => {
  expect(fateWords(account({}))).toBe("");
  expect(fateWords(account({ taken: "wren.o" }))).toContain("wren.o is or was somebody else's");
  expect(fateWords(account({ fate: "CHOSEN" }))).toContain("chosen individually");
  expect(fateWords(account({ fate: "SAME" }))).toBe("already follows the tenant's rule");
  expect(fateWords(account({ fate: "NO_BASIS" }))).toContain("there is none");
  expect(fateWords(account({ fate: "FIXED" }))).toContain("does not allow");
});
