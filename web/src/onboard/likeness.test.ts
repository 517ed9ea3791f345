import { describe, expect, it } from "vitest";
import type { Draft } from "../api/drafts";
import { drafted, entriesForTrait, isFirst, toTakeOver, type Trait } from "./likeness";

const trait = (over: Partial<Trait>): Trait => ({
  thing: "ROLE",
  name: "Keeper",
  detail: "",
  having: 3,
  of: 4,
  verdict: "COMMON",
  has: false,
  likeHas: false,
  form: "assignment.give",
  fields: { subject: "person:P", role: "R", tenant: "T" },
  ...over,
});

describe("traits of peers", () => {
  it("become entries that the draft is recognised by", () => {
    const account = trait({ form: "account.open", fields: { person: "P", tenant: "T" }, seat: "keeper" });
    const made = entriesForTrait(account, "2026-11-30", "E");
    expect(made.map((one) => one.form)).toEqual(["account.open", "seat.give"]);
    expect(made[0]?.fields.from).toBeUndefined();
    expect(made[1]?.fields.account).toBe(made[0]?.fields.id);
    const draft = { entries: [...made, { id: "x", form: "seat.give", fields: { account: "other" } }] };
    expect(drafted(draft as unknown as Draft, account)).toEqual(made.map((one) => one.id));
    expect(drafted(draft as unknown as Draft, trait({}))).toEqual([]);
  });

  it("begin with the first day and end with the engagement", () => {
    const [role] = entriesForTrait(trait({}), "2026-11-30", "E");
    expect(role?.fields).toMatchObject({ from: "2026-11-30", engagement: "E", role: "R" });
  });

  it("are taken over where nearly all have them, and nobody else decides", () => {
    const all = [
      trait({}),
      trait({ has: true }),
      trait({ verdict: "SOME" }),
      trait({ verdict: "PECULIAR" }),
      trait({ verdict: "LIMITED" }),
      trait({ verdict: "DECIDED_ELSEWHERE" }),
      trait({ verdict: "CONFLICTS", rule: "Issues a refund and approves it" }),
    ];
    const empty = { entries: [] } as unknown as Draft;
    expect(toTakeOver(all, empty)).toEqual([all[0]]);
    const taken = { entries: entriesForTrait(trait({}), undefined, undefined) } as unknown as Draft;
    expect(toTakeOver(all, taken)).toEqual([]);
    expect(all.filter(isFirst)).toHaveLength(4);
  });
});
