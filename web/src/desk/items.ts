import type { Schemas } from "../api/client";
import { day, lastDay, moment } from "../ui/dates";

export type Item = Schemas["Item"];
export type Desk = Schemas["DeskView"];

/** The parts of the Desk, most urgent first, and what stands in each. */
export const SECTIONS = [
  { title: "Waiting for you", kinds: ["APPROVAL", "NOT_APPLIED", "HELD"] },
  { title: "People", kinds: ["NEWCOMER", "IDENTIFIED", "INVITED", "COMING", "LEAVER", "ENDING"] },
  { title: "Changes on their way", kinds: ["STEP_REFUSED", "STEP_WAITING"] },
  { title: "Scheduled", kinds: ["SCHEDULED"] },
  { title: "Tenants", kinds: ["TENANT_SILENT", "DIFFERENCE", "SEATS", "UNKNOWN", "CATALOGUE"] },
  { title: "Unmapped or broken", kinds: ["MESSAGES", "PAIRS", "CONFLICT", "INERT", "UNMAPPED"] },
] as const;

/** How many things of some kinds there are, and how many of them are not listed. */
export function counted(desk: Desk, kinds: readonly string[]): { all: number; more: number } {
  const more = desk.more.filter((one) => kinds.includes(one.kind)).reduce((sum, one) => sum + one.count, 0);
  return { all: desk.items.filter((item) => kinds.includes(item.kind)).length + more, more };
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
    case "APPROVAL":
    case "HELD":
    case "NOT_APPLIED":
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
