import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Draft, Entry } from "../api/drafts";
import { accountEntries, actFor, handleFrom, kindFromDirectory, leastSeat } from "./proposals";

const tenant = {
  id: "t",
  path: "pelagia/north",
  app: "Pelagia",
  name: "North",
  colour: 0,
  environment: "LIVE",
  userNameRule: "MAIL",
  needsArea: true,
  takesRoles: true,
  areas: [],
  needs: [],
  seats: [
    { key: "reader", name: "Reader", left: 1, size: 2, carries: ["a:see"] },
    { key: "keeper", name: "Keeper", left: 1, size: 2, carries: ["a:see", "a:change"] },
    { key: "clinician", name: "Clinician", left: 1, size: 2, carries: ["a:see", "a:change", "a:approve"] },
  ],
};

function line(id: string, form: string, fields: Record<string, string>): Entry {
  return { id, form, fields, state: "READY", sentence: "", told: { title: "", about: "", parts: [] }, findings: [] };
}

function finding(code: string, path: string, facts: Record<string, string>): Entry["findings"][number] {
  return { code, path, severity: "BLOCK", text: "", facts };
}

describe("proposals", () => {
  it("take the least seat that carries all", () => {
    expect(leastSeat(tenant, ["a:see"])).toBe("reader");
    expect(leastSeat(tenant, ["a:see", "a:change"])).toBe("keeper");
    expect(leastSeat(tenant, ["a:approve"])).toBe("clinician");
    expect(leastSeat(tenant, ["b:free"])).toBe("reader");
  });

  it("never propose a seat that leaves something out", () => {
    fc.assert(
      fc.property(fc.subarray(["a:see", "a:change", "a:approve"]), (permissions) => {
        const seat = tenant.seats.find((one) => one.key === leastSeat(tenant, permissions));
        expect(permissions.every((permission) => seat?.carries.includes(permission))).toBe(true);
      }),
    );
  });

  it("make handles that the server accepts", () => {
    expect(handleFrom("Zoë", "O'Brännan")).toBe("zoe.obrannan");
    fc.assert(
      fc.property(fc.string(), fc.string(), (given, family) => {
        const handle = handleFrom(given, family);
        expect(handle === "" || /^[a-z0-9]([a-z0-9.-]*[a-z0-9])?$/.test(handle)).toBe(true);
      }),
    );
  });

  it("leave unknown kinds to the administrator", () => {
    expect(kindFromDirectory("Employee")).toBe("employee");
    expect(kindFromDirectory("robot")).toBe("");
  });

  it("settle a finding with the act that it names", () => {
    const person = line("p", "person.add", { id: "P" });
    const account = line("a", "account.open", { id: "A", person: "P", tenant: "t" });
    const seat = line("s", "seat.give", { account: "A", kind: "handheld" });
    const draft = { entries: [person, account, seat] } as unknown as Draft;
    expect(actFor(draft, account, finding("account.user-name-taken", "as", { free: "ines2" }))).toEqual({
      words: "Use ines2",
      fields: { as: "ines2" },
    });
    expect(actFor(draft, seat, finding("seat.attribute-missing", "device", {}))).toMatchObject({
      field: "a.with.device",
    });
    expect(actFor(draft, seat, finding("seat.attribute-missing", "phone", {}))).toMatchObject({ field: "p.phone" });
    expect(actFor(draft, account, finding("fact.gone", "account", {}))).toBeUndefined();
  });

  it("open an account with the least seat that serves", () => {
    const [account, seat] = accountEntries(tenant, "P", undefined);
    expect(account?.fields).toMatchObject({ person: "P", tenant: "t" });
    expect(seat?.fields).toMatchObject({ account: account?.fields.id, kind: "reader" });
    expect(seat?.fields.from).toBeUndefined();
    expect(accountEntries({ ...tenant, seats: [] }, "P", undefined)).toHaveLength(1);
    expect(accountEntries(tenant, "P", undefined, "2026-11-30")[1]?.fields.from).toBe("2026-11-30");
  });
});
