import { CalendarDate, getDayOfWeek, parseDate } from "@internationalized/date";

const MONTHS = [
  "january",
  "february",
  "march",
  "april",
  "may",
  "june",
  "july",
  "august",
  "september",
  "october",
  "november",
  "december",
];
const WEEKDAYS = ["sunday", "monday", "tuesday", "wednesday", "thursday", "friday", "saturday"];
const WEEK_FROM_SUNDAY = "en-US";
const FEWEST_LETTERS = 3;

/** The day if there is such a one, counted from 1; `30 Feb` is none. */
function dayOf(year: number, month: number, dayOfMonth: number): string | undefined {
  if (year < 1000 || year > 9999) {
    return undefined;
  }
  // a day that there is not becomes one near by
  const date = new CalendarDate(year, month, dayOfMonth);
  return date.month === month && date.day === dayOfMonth ? date.toString() : undefined;
}

/** The named place in a list of words by three letters or more, or -1. */
function placeIn(words: readonly string[], typed: string): number {
  return typed.length < FEWEST_LETTERS ? -1 : words.findIndex((word) => word.startsWith(typed));
}

/** Where a day lies that is named without its year: ahead, or behind; today is in both. */
export type Towards = "coming" | "past";

function nearest(today: string, towards: Towards, month: number, dayOfMonth: number): string | undefined {
  const year = Number(today.slice(0, 4));
  const step = towards === "coming" ? 1 : -1;
  // within eight years there is a leap day, whatever the century
  for (let away = 0; away <= 8; away++) {
    const found = dayOf(year + step * away, month, dayOfMonth);
    if (found !== undefined && (step > 0 ? found >= today : found <= today)) {
      return found;
    }
  }
  return undefined;
}

/**
 * Reads a day as people write it, as `2026-11-30`: `30 Nov 2026`, `30 nov`, `30.11.2026`, `30/11`, `2026-11-30`,
 * `today`, `tomorrow`, `yesterday`, `friday`, `+3` days, `+2w`, `-3`. The day stands before the month. What is no day is
 * undefined.
 */
export function readDay(text: string, today: string, towards: Towards = "coming"): string | undefined {
  const typed = text.trim().toLowerCase().replaceAll(/\s+/g, " ");
  const start = parseDate(today);
  const away = (days: number) => start.add({ days }).toString();
  const dated = (year: string | undefined, month: number, dayOfMonth: string) =>
    year === undefined || year === ""
      ? nearest(today, towards, month, Number(dayOfMonth))
      : dayOf(year.length === 2 ? 2000 + Number(year) : Number(year), month, Number(dayOfMonth));
  const named = ["yesterday", "today", "tomorrow"].indexOf(typed);
  if (named >= 0) {
    return away(named - 1);
  }
  const counted = /^([+-])(\d{1,3}) ?([dw]?)$/.exec(typed);
  if (counted !== null) {
    return away(Number(`${counted[1] ?? ""}${counted[2] ?? ""}`) * (counted[3] === "w" ? 7 : 1));
  }
  const weekday = placeIn(WEEKDAYS, typed);
  if (weekday >= 0) {
    const ahead = (weekday - getDayOfWeek(start, WEEK_FROM_SUNDAY) + 7) % 7 || 7;
    return away(towards === "coming" ? ahead : ahead - 7 || -7);
  }
  const standard = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(typed);
  if (standard !== null) {
    return dayOf(Number(standard[1]), Number(standard[2]), Number(standard[3]));
  }
  const numbers = /^(\d{1,2})[./](\d{1,2})(?:[./](\d{4}|\d{2})?)?$/.exec(typed);
  if (numbers !== null) {
    return dated(numbers[3], Number(numbers[2]), numbers[1] ?? "");
  }
  const words = /^(\d{1,2})\.? ?([a-z]+)\.?,? ?(\d{4}|\d{2})?$/.exec(typed);
  if (words !== null) {
    const month = placeIn(MONTHS, words[2] ?? "");
    return month < 0 ? undefined : dated(words[3], month + 1, words[1] ?? "");
  }
  return undefined;
}

/** `30 Nov 2026` from `2026-11-30`; any other text as it is. */
export function writeDay(value: string): string {
  const parts = /^(\d{4})-(\d{2})-(\d{2})$/.exec(value);
  const month = MONTHS[Number(parts?.[2]) - 1];
  return parts === null || month === undefined
    ? value
    : `${Number(parts[3])} ${month.charAt(0).toUpperCase()}${month.slice(1, 3)} ${parts[1] ?? ""}`;
}

/** Whether a text is a day as `2026-11-30`. */
export function isDay(text: string): boolean {
  const parts = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  return parts !== null && dayOf(Number(parts[1]), Number(parts[2]), Number(parts[3])) === text;
}
