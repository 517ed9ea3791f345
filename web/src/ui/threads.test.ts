import { describe, expect, it } from "vitest";
import { cellInWords, waysInWords } from "./threads";

const cell = {
  permission: "pelagia:animal:see",
  label: "see",
  sort: "LOOK",
  threads: ["GROUP", "GROUP", "DIRECTORY"],
  blocks: [] as string[],
  change: "NONE",
  found: "YES",
};

describe("threads in words", () => {
  it("counts ways of the same kind", () => {
    expect(waysInWords(cell.threads)).toBe("through a group (2 ways), through the directory");
  });

  it("say what the draft does and what blocks", () => {
    expect(cellInWords({ ...cell, threads: ["DIRECT"], change: "ADDED", blocks: ["SEAT_MISSING"] })).toBe(
      "see; given directly; the draft adds it; blocked: no seat that carries it",
    );
  });

  it("say when the tenant does not have what should be", () => {
    expect(cellInWords({ ...cell, threads: ["DIRECT"], found: "NO" })).toContain("not found in the tenant");
  });
});
