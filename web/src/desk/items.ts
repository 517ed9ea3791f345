import type { Schemas } from "../api/client";
import { day, lastDay, moment } from "../ui/dates";

export type Item = Schemas["Item"];

/** The parts of the Desk, most urgent first, and what stands in each. */
export const SECTIONS = [
  { title: "Held for you", kinds: ["HELD"] },
  { title: "People", kinds: ["NEWCOMER", "IDENTIFIED", "INVITED", "COMING", "LEAVER", "ENDING"] },
  { title: "Changes on their way", kinds: ["STEP_REFUSED", "STEP_WAITING"] },
  { title: "Coming by itself", kinds: ["SCHEDULED"] },
  { title: "Tenants", kinds: ["TENANT_SILENT", "DIFFERENCE", "SEATS", "UNKNOWN"] },
  { title: "Loose ends", kinds: ["MESSAGES", "PAIRS", "CONFLICT", "INERT", "UNMAPPED"] },
] as const;

/** How many get something by themselves. */
export function coming(items: Item[]): number {
  return items.filter((item) => item.kind === "SCHEDULED").length;
}

/** The day that counts, in words. */
export function when(item: Item, zone: string, now: number): string {
  if (item.at === undefined || item.at === null) {
    return "";
  }
  switch (item.kind) {
    case "NEWCOMER":
      return new Date(item.at).getTime() > now - 86_400_000
        ? `since ${moment(item.at, zone)}`
        : `since ${day(item.at, zone)}`;
    case "HELD":
    case "INVITED":
    case "IDENTIFIED":
      return `since ${moment(item.at, zone)}`;
    case "SCHEDULED":
      return `from ${day(item.at, zone)}`;
    case "COMING":
      return `starts ${day(item.at, zone)}`;
    default:
      return `last day ${lastDay(item.at, zone)}`;
  }
}
