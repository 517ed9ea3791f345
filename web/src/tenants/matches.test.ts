import { describe, expect, it } from "vitest";
import { pairsOf, sorted } from "./matches";

const proposed = { remoteId: "a", person: "P" };
const open: { remoteId: string; person?: string } = { remoteId: "b" };

describe("matches", () => {
  it("are as proposed where nobody chose", () => {
    expect(pairsOf([proposed, open], {})).toEqual([{ remoteId: "a", person: "P" }]);
  });

  it("leave out what was unticked, also a proposal", () => {
    expect(pairsOf([proposed], { a: { person: { id: "P", name: "Pim" }, isTicked: false } })).toEqual([]);
  });

  it("that are proposed stand first", () => {
    expect(sorted([open, proposed])).toEqual([proposed, open]);
  });

  it("take whom somebody chose", () => {
    const chosen = { b: { person: { id: "Q", name: "Quill" }, isTicked: true } };
    expect(pairsOf([open], chosen)).toEqual([{ remoteId: "b", person: "Q" }]);
    expect(pairsOf([open], { b: { person: undefined, isTicked: true } })).toEqual([]);
  });
});
