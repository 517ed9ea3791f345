import type { Schemas } from "../api/client";
import { day, lastDay } from "../ui/dates";

type Row = Schemas["PersonRow"];

const SOON = 14 * 86_400_000;

/** What is particular about when somebody is here, if anything is. */
export function statusOf(row: Row, zone: string, now: number): string {
  switch (row.standing) {
    case "EXPECTED":
      return row.from === undefined || row.from === null ? "not started" : `starts ${day(row.from, zone)}`;
    case "PAUSED":
      return "on leave";
    case "SUSPENDED":
      return "suspended";
    case "LEFT":
      return "left";
    case "UNENGAGED":
      return "not engaged";
    default:
      return row.until !== undefined && row.until !== null && new Date(row.until).getTime() < now + SOON
        ? `until ${lastDay(row.until, zone)}`
        : "";
  }
}
