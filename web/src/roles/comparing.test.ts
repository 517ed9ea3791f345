import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { sharedOf, unionOf, verdictWords } from "./comparing";

const line = (permission: string, verdict: string, ...held: boolean[]) =>
  ({
    permission,
    verdict,
    cells: held.map((one) => ({ held: one, places: [] })),
  }) as unknown as Schemas["ComparedLine"];

const VIEW = {
  columns: [{ name: "Keeper" }, { name: "Curator" }, { name: "Vet" }],
  lines: [line("a", "COMMON", true, true, true), line("b", "ONE_ONLY", false, true, false)],
} as unknown as Schemas["ComparedView"];

describe("A comparison", () => {
  it("names who alone has something, and who lacks it", () => {
    expect(VIEW.lines.map((one) => verdictWords(one, VIEW))).toEqual(["all", "only Curator"]);
    expect(verdictWords(line("c", "SOME", true, true, false), VIEW)).toBe("not Vet");
    expect(verdictWords(line("c", "DIFFERS_IN_AREA", true, true, true), VIEW)).toBe("all, at different areas");
  });

  it("tells what they share from what any of them has", () => {
    expect(sharedOf(VIEW)).toEqual(["a"]);
    expect(unionOf(VIEW)).toEqual(["a", "b"]);
  });
});
