import { expect, test } from "vitest";
import { entryWords, fateWords, isByHand, placesOf, type Holding } from "./words";

const holding = (more: Partial<Holding>): Holding => ({
  what: "ROLE",
  fate: "ENDS",
  fact: "f",
  title: "Keeper",
  through: "direct",
  where: "",
  read: "",
  ...more,
});

test("what is held stands tenant by tenant, then what is in none, then what is handed over", () => {
  const places = placesOf([
    holding({ what: "OWNS_GROUP", title: "Night keepers" }),
    holding({ what: "ENGAGEMENT" }),
    holding({ tenant: "b", where: "Rota Buoy", colour: 4 }),
    holding({ tenant: "a", where: "Pelagia North", colour: 0 }),
    holding({ what: "ACCOUNT", tenant: "b", where: "Rota Buoy", colour: 4 }),
  ]);
  expect(places.map((place) => `${place.name} ${place.holdings.length}`)).toEqual([
    "Pelagia North 1",
    "Rota Buoy 2",
    "In Wexa 1",
    "To hand over 1",
  ]);
});

test("what becomes of something is said as one says it of that thing", () => {
  expect(fateWords(holding({ what: "ACCOUNT" }))).toBe("closed");
  expect(fateWords(holding({ what: "SEAT" }))).toBe("given back");
  expect(fateWords(holding({}))).toBe("ends");
  expect(fateWords(holding({ fate: "CANCELLED", what: "INVITATION" }))).toBe("withdrawn");
  expect(fateWords(holding({ fate: "FOLLOWS", through: "from Volunteers", until: "2026-12-01T00:00:00Z" }))).toBe(
    "ends with the membership",
  );
  expect(fateWords(holding({ fate: "FOLLOWS", until: "2026-12-01T00:00:00Z" }))).toBe("ends on its last day");
  expect(fateWords(holding({ fate: "FOLLOWS", what: "MEMBERSHIP" }))).toBe("ends with the engagement");
  expect(fateWords(holding({ fate: "LEFT_OPEN", what: "OWNS_ROLE" }))).toBe("nobody takes it over");
});

test("a directory entry is disabled by Wexa, by somebody, or is already", () => {
  const entry = { left: "STILL_THERE" as const, isOut: false, mayAsk: true };
  expect(entryWords(entry)).toBe("disabled by Wexa when they are out");
  expect(entryWords({ ...entry, isOut: true })).toBe("still enabled: see the evidence of removal");
  expect(entryWords({ ...entry, mayAsk: false })).toContain("by hand");
  expect(isByHand({ ...entry, mayAsk: false })).toBe(true);
  expect(entryWords({ ...entry, left: "CONFIRMED" })).toBe("already disabled");
  expect(isByHand({ ...entry, mayAsk: false, left: "CONFIRMED" })).toBe(false);
});
