import { describe, expect, it } from "vitest";
import { blockWord, capabilityWords, count, engagementKind, groupWay, userNameRule } from "./words";
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
    expect(blockWord("SEAT_MISSING")).toBe("the seat does not carry it");
    expect(blockWord("SOMETHING_NEW")).toBe("SOMETHING_NEW");
    expect(squareWord("DIFFERS")).toBe("differs in the tenant");
  });

  it("say of each capability whether it is there", () => {
    const words = capabilityWords(["USERS", "PASSWORDS", "SOMETHING_NEW"]);
    expect(words.filter((one) => one.isThere).map((one) => one.words)).toEqual(["accounts", "passwords of its own"]);
    expect(words).toHaveLength(9);
  });
});
