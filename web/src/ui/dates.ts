const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

interface Local {
  year: string;
  month: number;
  day: number;
  time: string;
}

function local(instant: string, zone: string): Local {
  const parts = new Intl.DateTimeFormat("en-GB", {
    timeZone: zone,
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    hour: "2-digit",
    minute: "2-digit",
    hourCycle: "h23",
  }).formatToParts(new Date(instant));
  const part = (type: string) => parts.find((one) => one.type === type)?.value ?? "";
  return {
    year: part("year"),
    month: Number(part("month")),
    day: Number(part("day")),
    time: `${part("hour")}:${part("minute")}`,
  };
}

/** `30 Nov 2026` */
export function day(instant: string, zone: string): string {
  const at = local(instant, zone);
  return `${at.day} ${MONTHS[at.month - 1] ?? ""} ${at.year}`;
}

/** The last day of something that ends at the given instant: the day before a midnight. */
export function lastDay(end: string, zone: string): string {
  return day(new Date(new Date(end).getTime() - 1_000).toISOString(), zone);
}

/** `30 Nov 2026, 07:00` */
export function moment(instant: string, zone: string): string {
  return `${day(instant, zone)}, ${local(instant, zone).time}`;
}

/** `2026-11-30` in the zone. */
export function isoDay(instant: string, zone: string): string {
  const at = local(instant, zone);
  return `${at.year}-${String(at.month).padStart(2, "0")}-${String(at.day).padStart(2, "0")}`;
}

/** The last day of something that ends at the given instant, as `2026-11-30`. */
export function isoLastDay(end: string, zone: string): string {
  return isoDay(new Date(new Date(end).getTime() - 1_000).toISOString(), zone);
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
  const noon = Date.parse(`${day}T12:00:00Z`);
  return Number.isNaN(noon) ? "" : new Date(noon + 86_400_000).toISOString().slice(0, 10);
}
