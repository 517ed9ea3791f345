import { expect, test } from "vitest";
import { isSettled, stillOpen, wayMark, waysWords, type Way } from "./ways";

const view = (ways: Way[], hidden = 0) => ({
  hidden,
  ways: ways.map((way) => ({ tenant: way, where: way, colour: 0, userName: "u", way, text: "", sessions: "" })),
});

test("it is settled only where every tenant has confirmed and none is out of sight", () => {
  expect(isSettled(view(["CLOSED", "CLOSED"]))).toBe(true);
  expect(isSettled(view(["CLOSED", "CLOSED"], 1))).toBe(false);
  expect(isSettled(view([]))).toBe(false);
  const entry = { directory: "Trust directory", text: "", isOut: true, mayAsk: true };
  expect(isSettled({ ...view(["CLOSED"]), entry: { ...entry, left: "CONFIRMED" } })).toBe(true);
  expect(isSettled({ ...view(["CLOSED"]), entry: { ...entry, left: "STILL_THERE" } })).toBe(false);
  for (const way of ["CLOSING", "BY_HAND", "OPEN", "NOT_KNOWN", "NOT_STOPPED"] as const) {
    expect(isSettled(view(["CLOSED", way]))).toBe(false);
    expect(wayMark(way).look).not.toBe("text-success");
  }
});

test("how far it is stands in a line", () => {
  expect(waysWords(view([]))).toBe("No account in a tenant that you see.");
  expect(waysWords(view(["NOT_STOPPED"]))).toBe("Can sign in to 1 tenant.");
  expect(waysWords(view(["CLOSED", "CLOSING", "OPEN"]))).toBe("Closed in 1 of 3 tenants.");
  expect(waysWords(view(["CLOSED"]))).toBe("Closed in the only tenant.");
  expect(waysWords(view(["CLOSED", "CLOSED", "CLOSED"]))).toBe("Closed in all 3 tenants.");
  expect(waysWords(view(["CLOSED", "CLOSED"]))).toBe("Closed in both tenants.");
});

test("what the act would close is neither what is closed nor what nobody knows of", () => {
  expect(stillOpen(view(["CLOSED", "NOT_KNOWN", "CLOSING", "OPEN", "NOT_STOPPED"])).map((one) => one.way)).toEqual([
    "CLOSING",
    "OPEN",
    "NOT_STOPPED",
  ]);
});
