import { describe, expect, it } from "vitest";
import { canDrop, countOf, lookOf, LOOKS, sendWord, stateWord, type MessageState } from "./words";

const STATES: MessageState[] = ["WAITING", "READY", "GOING", "SENDING", "SENT", "FAILED", "DROPPED"];

describe("messages", () => {
  it("are each in the whole and in exactly one other look", () => {
    for (const state of STATES) {
      const looks = LOOKS.filter((look) => (look.states as readonly MessageState[]).includes(state));
      expect(looks.map((look) => look.key)).toHaveLength(2);
      expect(looks[0]?.key).toBe("all");
    }
  });

  it("are counted so that the looks add up to the whole", () => {
    const counts = STATES.map((state, at) => ({ state, messages: at + 1 }));
    const parts = LOOKS.filter((look) => look.key !== "all").map((look) => countOf(counts, look.states));
    expect(parts.reduce((sum, one) => sum + one, 0)).toBe(countOf(counts, lookOf("all").states));
  });

  it("that are being handed in can neither be sent nor left out", () => {
    expect(sendWord("SENDING")).toBeUndefined();
    expect(canDrop("SENDING")).toBe(false);
    expect(canDrop("SENT")).toBe(false);
    expect(sendWord("SENT")).toBe("Send again");
    expect(stateWord("FAILED")).toBe("not sent");
  });

  it("at an address that says nothing are all shown", () => {
    expect(lookOf("nonsense").key).toBe("all");
    expect(lookOf(undefined).key).toBe("all");
  });
});
