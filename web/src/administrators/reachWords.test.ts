import { describe, expect, it } from "vitest";
import { reachWords, toggled } from "./reachWords";

const tenants = [
  { id: "n", app: "Pelagia", name: "North" },
  { id: "s", app: "Pelagia", name: "South" },
];
const units = [{ id: "l", name: "Lagoon Hall" }];

describe("where administrators may change something", () => {
  it("is everywhere unless something is said", () => {
    expect(reachWords({}, tenants, units)).toBe("everywhere");
  });

  it("is said with tenants and units by name", () => {
    expect(reachWords({ tenants: ["s"], units: ["l"] }, tenants, units)).toBe("Pelagia South; people of Lagoon Hall");
  });

  it("is nowhere when the list is empty, which is not everywhere", () => {
    expect(reachWords({ tenants: [] }, tenants, units)).toBe("none");
    expect(reachWords({ units: [] }, tenants, units)).toBe("people of none");
  });

  it("says who sees nothing else", () => {
    expect(reachWords({ units: ["l"], seesScopeOnly: true }, tenants, units)).toBe(
      "people of Lagoon Hall; sees nothing else",
    );
  });

  it("is changed one by one", () => {
    expect(toggled(["a"], "b")).toEqual(["a", "b"]);
    expect(toggled(["a", "b"], "a")).toEqual(["b"]);
  });
});
