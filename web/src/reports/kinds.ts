import type { ReportKind } from "../api/reportQueries";

/** What can be reported, and what each answers. */
export const REPORTS: readonly { kind: ReportKind; name: string; about: string }[] = [
  { kind: "PEOPLE", name: "People per application", about: "open accounts by unit and standing" },
  { kind: "ROLES", name: "Who has which role", about: "where, and through what" },
  { kind: "MOVEMENTS", name: "Joiners, movers, leavers", about: "week by week" },
  { kind: "LEAVERS", name: "Control of leavers", about: "last day, when each tenant confirmed, hours late" },
  { kind: "SEATS", name: "Seat usage", about: "used, idle, free; smaller pools" },
  { kind: "COSTS", name: "Seat costs", about: "by unit and cost centre" },
  { kind: "UNOWNED", name: "Orphaned accounts", about: "of nobody, or of somebody who left" },
  { kind: "LOG", name: "Changes per day", about: "and who made them" },
];

export function reportKind(text: string): ReportKind {
  return REPORTS.find((one) => one.kind === text.toUpperCase())?.kind ?? "PEOPLE";
}

const WHOLE = new Intl.NumberFormat("en-GB");
const MONEY = new Intl.NumberFormat("en-GB", { minimumFractionDigits: 2, maximumFractionDigits: 2 });

/** A cell as people read it; the export has it as it is. */
export function cellText(
  text: string,
  sort: "TEXT" | "NUMBER" | "DAY" | "AMOUNT",
  day: (iso: string) => string,
): string {
  if (text === "") {
    return "";
  }
  switch (sort) {
    case "NUMBER":
      return WHOLE.format(Number(text));
    case "AMOUNT":
      return MONEY.format(Number(text));
    case "DAY":
      // what somebody wrote in place of a day is shown as it is
      return /^\d{4}-\d{2}-\d{2}$/.test(text) ? day(text) : text;
    default:
      return text;
  }
}

/** The sum of a column of numbers, for the last line; nothing for other columns. */
export function total(rows: readonly (readonly string[])[], column: number): number {
  return rows.reduce((sum, row) => sum + Number(row[column] ?? 0), 0);
}

export const REASONS: Record<string, string> = {
  NOBODY_USES_IT: "nobody uses it",
  NOT_HERE: "not at work",
  ON_LEAVE: "on leave",
  SUSPENDED: "suspended",
  NEEDS_NONE: "needs no seat",
  NOT_STARTED: "has not started",
  LESSER_DOES: "a lesser seat would do",
  USES_IT: "uses it",
};
