import { expect, test } from "vitest";
import type { Schemas } from "../api/client";
import { approvalWords, askedWords } from "./approvalWords";

const NEEDED: Schemas["ApprovalView"] = {
  because: ["it gives privileged access to 1 person"],
  approvers: ["Runa Estering"],
  state: "NEEDED",
  isAlone: false,
  askedNote: "",
  answerNote: "",
};

test("each state says what comes next", () => {
  expect(approvalWords(NEEDED)).toContain("Needs the approval");
  expect(approvalWords({ ...NEEDED, state: "REFUSED" })).toContain("ask again");
  expect(approvalWords({ ...NEEDED, state: "LAPSED" })).toContain("has changed since");
  expect(approvalWords({ ...NEEDED, isAlone: true })).toContain("nobody else may approve");
});

test("who approved without being asked was asked by nobody", () => {
  expect(askedWords(NEEDED)).toBe("");
  expect(askedWords({ ...NEEDED, askedBy: "Tove Lindqvist" })).toBe("Tove Lindqvist asked");
});
