import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { handleFrom, kindFromDirectory, leastSeat } from "./proposals";

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
});
