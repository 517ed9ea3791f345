import { describe, expect, it } from "vitest";
import {
  blockedWords,
  blockWord,
  comingWords,
  capabilityWords,
  count,
  engagementKind,
  groupWay,
  laterWords,
  unusableWords,
  whyWords,
  userNameRule,
} from "./words";
import { squareWord } from "./square";

describe("words", () => {
  it("take the singular for one alone", () => {
    expect(count(1, "person", "people")).toBe("1 person");
    expect(count(0, "person", "people")).toBe("0 people");
    expect(count(2, "step")).toBe("2 steps");
  });

  it("have one for everything that the server names, and pass on what is new", () => {
    expect(engagementKind("VOLUNTEER")).toBe("volunteer");
    expect(groupWay("RULED")).toBe("by rule");
    expect(userNameRule("STAFF_NUMBER")).toBe("staff number");
    expect(blockWord("SEAT_MISSING")).toBe("no seat that carries it");
    expect(blockWord("SOMETHING_NEW")).toBe("SOMETHING_NEW");
    expect(squareWord("DIFFERS")).toBe("differs in the tenant");
  });

  it("say how much of what is gained cannot be used yet, and why", () => {
    expect(blockedWords(5, 0, [])).toBe("");
    expect(blockedWords(5, 5, ["SEAT_MISSING"])).toBe("none usable yet: no seat that carries it");
    expect(blockedWords(1, 1, ["NO_ACCOUNT"])).toBe("not usable yet: no account");
    expect(blockedWords(5, 2, ["NO_ACCOUNT", "NOT_HERE"])).toBe("2 not usable yet: no account, not at work then");
  });

  it("say what comes on a later day", () => {
    expect(laterWords({ gains: 4, losses: 0, ends: 0 }, "30 Nov", "29 Nov")).toBe("4 more on 30 Nov.");
    expect(laterWords({ gains: 1, losses: 2, ends: 1 }, "30 Nov", "29 Nov")).toBe(
      "1 more on 30 Nov, 2 lost on 30 Nov, 1 only until 29 Nov.",
    );
  });

  it("say of each capability whether it is there", () => {
    const words = capabilityWords(["USERS", "PASSWORDS", "SOMETHING_NEW"]);
    expect(words.filter((one) => one.isThere).map((one) => one.words)).toEqual(["accounts", "its own passwords"]);
    expect(words).toHaveLength(11);
  });
});

describe("what was not usable before, and why something was done", () => {
  it("tells losses apart that nobody could use", () => {
    expect(unusableWords(11, 0)).toBe("");
    expect(unusableWords(11, 11)).toBe("; what is lost was not usable before");
    expect(unusableWords(3, 1)).toBe("; 1 of the losses was not usable before");
    expect(unusableWords(3, 2)).toBe("; 2 of the losses were not usable before");
  });
  it("leaves out what nobody said", () => {
    expect(whyWords("", "")).toBe("");
    expect(whyWords("winter rota", "")).toBe("Reason: winter rota");
    expect(whyWords("winter rota", "CHG-7")).toBe("Reason: winter rota · Ticket: CHG-7");
  });
});

it("what is still to come is counted and dated", () => {
  expect(comingWords({ begins: 4, ends: 0 }, "30 Nov 2026", "29 Nov 2026")).toBe("4 more on 30 Nov 2026");
  expect(comingWords({ begins: 1, ends: 2 }, "1 Apr 2027", "31 Mar 2027")).toBe(
    "1 more on 1 Apr 2027, 2 until 31 Mar 2027",
  );
});
