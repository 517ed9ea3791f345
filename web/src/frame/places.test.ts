import { expect, test } from "vitest";
import { placesFor } from "./places";

test.each([
  ["licence", "Seats and accounts, by tenant"],
  ["Entitlement", "Roles and permission sets"],
  ["separation of d", "Conflict rules"],
  ["duties", "Conflict rules"],
  ["recertification", "What people can do, and why"],
  ["termin", "End an engagement: choose the person"],
])("%s leads to %s", (typed, name) => {
  expect(placesFor(typed).map((place) => place.name)).toContain(name);
});

test("nothing typed and words that nobody has lead nowhere", () => {
  expect(placesFor("  ")).toEqual([]);
  expect(placesFor("zeppelin")).toEqual([]);
});
