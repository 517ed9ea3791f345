import { describe, expect, it } from "vitest";
import { becameWord, policyWords } from "./words";

const pushed = { id: "1", service: "hr", name: "Pim", userName: "pim", changedAt: "2026-11-23T08:00:00Z" };

describe("words of automatic changes", () => {
  it("say what a policy lets pass, and that some things always wait", () => {
    const words = policyWords({ origin: "INBOUND", mode: "PASS", mostPeople: 1, mostPercent: 5 });
    expect(words).toContain("what programs push, changes for at most 1 person and 5 % of all");
    expect(words).toContain("always waits");
    expect(policyWords({ origin: "DIRECTORY", mode: "HOLD", mostPeople: 9, mostPercent: 9 })).toBe(
      "Everything of what directories say waits for somebody.",
    );
  });

  it("are there for everything that can become of somebody", () => {
    const states = ["KEPT", "SAME", "PASSED", "HELD", "GONE"] as const;
    const words = states.map((state) => becameWord({ ...pushed, state }));
    expect(new Set(words).size).toBe(states.length);
  });
});
