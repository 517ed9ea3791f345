import { describe, expect, it } from "vitest";
import { toldWords } from "./toldWords";

const messages = { about: 0, invited: 0, byHand: 0, nowhere: [], allNowhere: 0 };

describe("who is told", () => {
  it("is named where it is one", () => {
    expect(toldWords({ ...messages, about: 1, name: "Odile Marrick", address: "o@skerrow.example" })).toBe(
      "Odile Marrick gets a message about the new accounts when they are there, at o@skerrow.example.",
    );
    expect(toldWords({ ...messages, invited: 1, name: "Ada Marsh", address: "a@orrin.example" })).toBe(
      "Ada Marsh is invited, at a@orrin.example.",
    );
  });

  it("is counted where they are many", () => {
    expect(toldWords({ ...messages, about: 120, byHand: 120, name: "A" })).toBe(
      "120 people get a message about the new accounts when somebody sends it.",
    );
    expect(toldWords({ ...messages, about: 1, invited: 2, name: "A" })).toBe(
      "1 person gets a message about the new accounts when they are there. 2 people are invited.",
    );
  });
});
