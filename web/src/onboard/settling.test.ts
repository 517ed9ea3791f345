import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Draft, Entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { actFor, heldIn, missingAccounts, seatOf, toSettle } from "./proposals";

type Access = Schemas["AccessView"];
type Cell = Schemas["CellView"];

const cell = (permission: string, change: Cell["change"] = "NONE"): Cell => ({
  permission,
  label: permission,
  sort: "LOOK",
  threads: ["DIRECT"],
  blocks: [],
  change,
  found: "NO",
});

function access(...tenants: { id: string; userName?: string; cells: Cell[] }[]): Access {
  return {
    at: "2026-11-23T08:00:00Z",
    inert: [],
    tenants: tenants.map((tenant) => ({
      tenantId: tenant.id,
      app: "Pelagia",
      tenant: "North",
      colour: 0,
      needsSeat: true,
      ...(tenant.userName === undefined ? {} : { userName: tenant.userName }),
      lines: tenant.cells.length === 0 ? [] : [{ type: "animal", name: "Animals", areaName: "", cells: tenant.cells }],
    })),
  };
}

function finding(code: string, path: string, text: string, facts: Record<string, string> = {}) {
  return { code, path, severity: "BLOCK", text, facts };
}

function line(id: string, form: string, fields: Record<string, string>, ...findings: Entry["findings"]): Entry {
  return { id, form, fields, state: "READY", sentence: "", told: { title: "", about: "", parts: [] }, findings };
}

const draft = (...entries: Entry[]) => ({ entries }) as unknown as Draft;

describe("what is to settle", () => {
  it("names each problem once, however many entries have it", () => {
    const twice = finding("seat.pool-empty", "kind", "No seat is left");
    const open = draft(line("a", "seat.give", {}, twice), line("b", "seat.give", {}, twice));
    expect(toSettle(open)).toHaveLength(1);
    expect(toSettle(open)[0]?.entry.id).toBe("a");
  });

  it("leaves out what only follows from a part before", () => {
    const follows = ["person", "subject", "member"].map((path) => finding("reference.unresolved", path, path));
    const own = finding("reference.unresolved", "group", "no such group");
    expect(toSettle(draft(line("a", "membership.put", {}, ...follows, own)))).toMatchObject([{ finding: own }]);
  });

  it("never says more or other than the entries do", () => {
    const anyFinding = fc.record({ code: fc.constantFrom("x", "fact.gone"), text: fc.constantFrom("1", "2", "3") });
    fc.assert(
      fc.property(fc.array(fc.array(anyFinding)), (all) => {
        const entries = all.map((some, place) =>
          line(String(place), "f", {}, ...some.map((one) => finding(one.code, "p", one.text))),
        );
        const texts = new Set(all.flat().flatMap((one) => (one.code === "fact.gone" ? [] : [one.text])));
        expect(toSettle(draft(...entries)).map((one) => one.finding.text)).toHaveLength(texts.size);
        expect(new Set(toSettle(draft(...entries)).map((one) => one.finding.text))).toEqual(texts);
      }),
    );
  });

  it("leads to where a user name's text is typed, of a newcomer and of somebody known", () => {
    const needs = (rule: string) => finding("account.user-name-needs", "as", "", { rule });
    const account = line("a", "account.open", { id: "A", person: "P" });
    const newcomer = draft(line("p", "person.add", {}), line("e", "engagement.begin", {}), account);
    expect(actFor(newcomer, account, needs("MAIL"))).toMatchObject({ field: "p.mail" });
    expect(actFor(newcomer, account, needs("HANDLE"))).toMatchObject({ field: "p.handle" });
    expect(actFor(newcomer, account, needs("STAFF_NUMBER"))).toMatchObject({ field: "e.number" });
    expect(actFor(draft(account), account, needs("MAIL"))).toMatchObject({ field: "known.mail" });
    expect(actFor(draft(account), account, needs("STAFF_NUMBER"))).toBeUndefined();
  });

  it("proposes the nearest place, or leads to the choice of one", () => {
    const role = line("r", "assignment.give", {});
    const inert = (facts: Record<string, string>) => finding("assignment.inert", "area", "", facts);
    expect(actFor(draft(role), role, inert({ nearest: "hall", nearestName: "Lagoon Hall" }))).toEqual({
      words: "Use Lagoon Hall",
      fields: { area: "hall" },
    });
    expect(actFor(draft(role), role, inert({ nearest: "hall" }))).toMatchObject({ words: "Use hall" });
    expect(actFor(draft(role), role, inert({}))).toEqual({ words: "Choose a place", field: "r.area" });
  });

  it("offers another name only where there is a free one", () => {
    const person = line("p", "person.add", {});
    const issued = (free: string) => finding("name.issued-before", "mail", "", { free });
    expect(actFor(draft(person), person, issued("a2@x.example"))).toMatchObject({ fields: { mail: "a2@x.example" } });
    expect(actFor(draft(person), person, issued(""))).toBeUndefined();
  });
});

describe("what somebody comes to hold", () => {
  it("leaves out what the draft takes", () => {
    const of = access({ id: "t", cells: [cell("a"), cell("b", "REMOVED"), cell("c", "ADDED")] });
    expect(heldIn(of, "t")).toEqual(["a", "c"]);
    expect(heldIn(of, "other")).toEqual([]);
    expect(heldIn(undefined, "t")).toEqual([]);
  });

  it("misses an account where something is given and none is there or drafted", () => {
    const of = access(
      { id: "given", cells: [cell("a")] },
      { id: "has", userName: "wren", cells: [cell("a")] },
      { id: "nothing", cells: [] },
    );
    expect(missingAccounts(of, draft())).toEqual(["given"]);
    expect(missingAccounts(of, draft(line("a", "account.open", { tenant: "given" })))).toEqual([]);
  });

  it("finds the seat of an account of the draft", () => {
    const account = line("a", "account.open", { id: "A" });
    const seat = line("s", "seat.give", { account: "A" });
    expect(seatOf(draft(account, line("o", "seat.give", { account: "B" }), seat), account)).toBe(seat);
    expect(seatOf(draft(account), account)).toBeUndefined();
  });
});
