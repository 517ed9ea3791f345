import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { branchesOf, size, type Branch } from "./lineage";

const node = (id: string, kind: "ROLE" | "SET" | "GROUP") => ({ id, kind, name: id }) as Schemas["Node"];

const VIEW = {
  root: "senior",
  nodes: [
    node("senior", "ROLE"),
    node("keeper", "ROLE"),
    node("read", "SET"),
    node("vet", "ROLE"),
    node("crew", "GROUP"),
  ],
  links: [
    { whole: "senior", part: "read" },
    { whole: "senior", part: "keeper" },
    { whole: "keeper", part: "read" },
    { whole: "vet", part: "senior" },
    { whole: "crew", part: "vet" },
  ],
} as unknown as Schemas["LineageView"];

const drawn = (branches: Branch[]): unknown[] => branches.map((one) => [one.node.id, one.isAgain, drawn(one.branches)]);

describe("A lineage", () => {
  it("goes down to the sets, and names what was drawn before without drawing it again", () => {
    expect(drawn(branchesOf(VIEW, "parts"))).toEqual([
      ["keeper", false, [["read", false, []]]],
      ["read", true, []],
    ]);
  });

  it("goes up to the groups that get it", () => {
    const up = branchesOf(VIEW, "wholes");
    expect(drawn(up)).toEqual([["vet", false, [["crew", false, []]]]]);
    expect(up.map(size)).toEqual([1]);
  });
});
