import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { keyOf, nextOf, stepsOf } from "./steps";

const EMPTY = { administrators: 1, directories: 0, units: 0, tenants: 0, unmatched: 0, people: 0 };

describe("setting up", () => {
  it("goes on with the first thing that is not there", () => {
    expect(nextOf(stepsOf(EMPTY))).toBe("administrators");
    expect(nextOf(stepsOf({ ...EMPTY, administrators: 2 }))).toBe("directory");
    expect(nextOf(stepsOf({ ...EMPTY, administrators: 2, directories: 1, units: 4 }))).toBe("tenant");
  });

  it("is over when every account is somebody's", () => {
    const all = { administrators: 2, directories: 1, units: 1, tenants: 1, unmatched: 3, people: 9 };
    expect(nextOf(stepsOf(all))).toBe("accounts");
    expect(nextOf(stepsOf({ ...all, unmatched: 0 }))).toBeUndefined();
  });

  it("counts in words that fit the number", () => {
    const words = (tenants: number) => stepsOf({ ...EMPTY, tenants })[3]?.there;
    expect([words(0), words(1), words(9)]).toEqual(["no tenant yet", "1 tenant", "9 tenants"]);
  });

  it("makes short names that are allowed, whatever the name", () => {
    expect(keyOf("Lagoon Hall, East")).toBe("lagoon-hall-east");
    expect(keyOf("Überläufer")).toBe("uberlaufer");
    fc.assert(
      fc.property(fc.string(), (name) => /^$|^[a-z0-9]+(-[a-z0-9]+)*$/.test(keyOf(name)) && keyOf(name).length <= 60),
    );
  });
});
