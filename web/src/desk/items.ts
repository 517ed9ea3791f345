import type { Schemas } from "../api/client";
import { day, lastDay, moment } from "../ui/dates";

export type Item = Schemas["DeskLine"];
export type Desk = Schemas["DeskView"];
export type Order = Schemas["Order"];

export interface Section {
  key: string;
  title: string;
  kinds: readonly string[];
}

/** The parts of the Desk, most urgent first, and what stands in each. */
export const SECTIONS: readonly Section[] = [
  { key: "waiting", title: "Waiting for you", kinds: ["APPROVAL", "NOT_APPLIED", "HELD"] },
  {
    key: "people",
    title: "People",
    kinds: [
      "STILL_OPEN",
      "SECRET",
      "NEWCOMER",
      "IDENTIFIED",
      "INVITED",
      "COMING",
      "OVERDUE",
      "LEAVER",
      "RETURN",
      "ENDING",
    ],
  },
  { key: "changes", title: "Changes on their way", kinds: ["STEP_REFUSED", "STEP_WAITING"] },
  { key: "scheduled", title: "Scheduled", kinds: ["SCHEDULED"] },
  {
    key: "tenants",
    title: "Tenants",
    kinds: ["TENANT_SILENT", "BY_HAND", "DIFFERENCE", "LIST_DUE", "SEATS", "UNKNOWN", "CATALOGUE"],
  },
  {
    key: "broken",
    title: "Unmapped or broken",
    kinds: ["KEY_ENDS", "MESSAGES", "PAIRS", "CONFLICT", "INERT", "UNMAPPED"],
  },
];

/** All parts in the order that was chosen; those that nobody placed follow in theirs. */
export function sectionsIn(order: Order): Section[] {
  const chosen = order.sections.flatMap((key) => SECTIONS.filter((section) => section.key === key));
  return [...chosen, ...SECTIONS.filter((section) => !chosen.includes(section))];
}

/** With one of them a place up or down. */
export function moved(keys: readonly string[], key: string, step: number): string[] {
  const at = keys.indexOf(key);
  const to = at + step;
  const other = keys[to];
  return at < 0 || other === undefined ? [...keys] : keys.with(at, other).with(to, key);
}

/** Kinds of which many are told as one, and how. */
const MANY: Record<string, (many: number) => string> = {
  NEWCOMER: (many) => `${many} newcomers in the directory`,
  INVITED: (many) => `${many} invitations not accepted`,
  COMING: (many) => `${many} people start and have no account`,
  OVERDUE: (many) => `${many} people left and still have accounts`,
  STILL_OPEN: (many) => `${many} people should be out and can still sign in`,
  SECRET: (many) => `${many} shared secrets to change`,
  MOVED: (many) => `${many} people have a new job`,
  LEAVER: (many) => `${many} people leave`,
  ENDING: (many) => `${many} roles end`,
  SCHEDULED: (many) => `${many} people have changes scheduled`,
  CONFLICT: (many) => `${many} conflicts`,
  INERT: (many) => `${many} roles without an area`,
  UNMAPPED: (many) => `${many} directory groups that grant no access`,
};

const FEWEST = 3;

export interface Lines {
  key: string;
  title: string;
  items: Item[];
}

/** What tells a line from all others: two may be about the same thing, such as one role that ends twice. */
export function keyOf(item: Item): string {
  return `${item.line} ${item.matter}`;
}

/** Lines with the same kind, act and day as one, once there are three of them; all others alone, where they stood. */
export function grouped(items: readonly Item[], zone: string, now: number): Lines[] {
  const sortOf = (item: Item) => `${item.kind} ${item.act} ${when(item, zone, now)}`;
  const many = new Map<string, Item[]>();
  for (const item of items) {
    if (MANY[item.kind] !== undefined) {
      many.set(sortOf(item), [...(many.get(sortOf(item)) ?? []), item]);
    }
  }
  const found: Lines[] = [];
  for (const item of items) {
    const all = many.get(sortOf(item)) ?? [];
    if (all.length < FEWEST) {
      found.push({ key: keyOf(item), title: item.title, items: [item] });
    } else if (all[0] === item) {
      found.push({ key: sortOf(item), title: MANY[item.kind]?.(all.length) ?? item.title, items: all });
    }
  }
  return found;
}

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
    case "MOVED":
      return `since ${moment(item.at, zone)}`;
    case "STILL_OPEN":
    case "SHUT_OUT":
      return `since ${day(item.at, zone)}`;
    case "SCHEDULED":
      return `from ${day(item.at, zone)}`;
    case "OVERDUE":
      return `left ${lastDay(item.at, zone)}`;
    case "RETURN":
      return `returns ${day(item.at, zone)}`;
    case "COMING":
      return `starts ${day(item.at, zone)}`;
    default:
      return `last day ${lastDay(item.at, zone)}`;
  }
}
