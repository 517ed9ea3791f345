import {
  parseAbsolute,
  parseDate,
  parseDateTime,
  toCalendarDate,
  toTime,
  toZoned,
  type ZonedDateTime,
} from "@internationalized/date";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

const local = (instant: string, zone: string): ZonedDateTime => parseAbsolute(instant, zone);

const written = (at: ZonedDateTime): string => `${at.day} ${MONTHS[at.month - 1] ?? ""} ${at.year}`;

const beforeEnd = (end: string, zone: string): ZonedDateTime => local(end, zone).subtract({ seconds: 1 });

/** A calendar day such as `2026-11-30`, in any zone, as `30 Nov 2026`. */
export function calendarDay(iso: string): string {
  const { day: number, month, year } = parseDate(iso);
  return `${number} ${MONTHS[month - 1] ?? ""} ${year}`;
}

/** `30 Nov 2026` */
export function day(instant: string, zone: string): string {
  return written(local(instant, zone));
}

/** The last day of something that ends at the given instant: the day before a midnight. */
export function lastDay(end: string, zone: string): string {
  return written(beforeEnd(end, zone));
}

/** `30 Nov 2026, 07:00` */
export function moment(instant: string, zone: string): string {
  const at = local(instant, zone);
  return `${written(at)}, ${toTime(at).toString().slice(0, 5)}`;
}

/** A day and a time of it in the zone, as an instant; none if either is not one. */
export function instantOf(date: string, time: string, zone: string): string | undefined {
  try {
    return toZoned(parseDateTime(`${date}T${time}`), zone).toAbsoluteString();
  } catch {
    return undefined;
  }
}

/** `2026-11-30` in the zone. */
export function isoDay(instant: string, zone: string): string {
  return toCalendarDate(local(instant, zone)).toString();
}

/** The time of day as `18:00`. */
export function isoTime(instant: string, zone: string): string {
  return toTime(local(instant, zone)).toString().slice(0, 5);
}

/** The last day of something that ends at the given instant, as `2026-11-30`. */
export function isoLastDay(end: string, zone: string): string {
  return toCalendarDate(beforeEnd(end, zone)).toString();
}

const MINUTE = 60_000;

/** How long ago, coarsely: `just now`, `4 min ago`, `2 h ago`, `3 days ago`. */
export function ago(instant: string, now: number): string {
  const minutes = Math.floor((now - new Date(instant).getTime()) / MINUTE);
  if (minutes < 1) {
    return "just now";
  }
  if (minutes < 60) {
    return `${minutes} min ago`;
  }
  const hours = Math.floor(minutes / 60);
  if (hours < 48) {
    return `${hours} h ago`;
  }
  return `${Math.floor(hours / 24)} days ago`;
}

/** The day after `2026-11-30`; empty for what is no day. */
export function dayAfter(day: string): string {
  try {
    return parseDate(day).add({ days: 1 }).toString();
  } catch {
    return "";
  }
}
