import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { statusOf } from "./status";

type Row = Schemas["PersonRow"];

const ZONE = "Europe/London";
const NOW = Date.parse("2026-11-23T08:00:00Z");

const row = (more: Partial<Row>): Row => ({
  id: "p",
  handle: "ines.abara",
  name: "Ines Abara",
  number: "40021",
  job: "Keeper",
  unit: "Lagoon Hall",
  kind: "EMPLOYEE",
  standing: "HERE",
  home: "skerrow",
  ...more,
});

describe("what is particular about when somebody is here", () => {
  it("is nothing for who is here and stays", () => {
    expect(statusOf(row({}), ZONE, NOW)).toBe("");
    expect(statusOf(row({ until: "2027-03-01T00:00:00Z" }), ZONE, NOW)).toBe("");
  });

  it("is the last day of who goes within two weeks, not the midnight after it", () => {
    expect(statusOf(row({ until: "2026-11-28T00:00:00Z" }), ZONE, NOW)).toBe("until 27 Nov 2026");
    expect(statusOf(row({ until: "2026-12-07T07:59:00Z" }), ZONE, NOW)).toContain("until");
    expect(statusOf(row({ until: "2026-12-07T08:00:00Z" }), ZONE, NOW)).toBe("");
  });

  it("is the first day of who is expected, where that is known", () => {
    expect(statusOf(row({ standing: "EXPECTED", from: "2026-11-30T00:00:00Z" }), ZONE, NOW)).toBe("starts 30 Nov 2026");
    expect(statusOf(row({ standing: "EXPECTED" }), ZONE, NOW)).toBe("not started");
  });

  it("is a word for everybody else", () => {
    const words = (["PAUSED", "SUSPENDED", "LEFT", "UNENGAGED"] as const).map((one) =>
      statusOf(row({ standing: one }), ZONE, NOW),
    );
    expect(words).toEqual(["on leave", "suspended", "left", "not engaged"]);
  });
});
