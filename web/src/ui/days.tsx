import { day } from "./dates";

/** A day on which something begins or ends, and how much of what somebody can do. */
export interface ComingDay {
  at: string;
  gains?: number;
  losses?: number;
}

/** Today, and the coming days on which something begins or ends; one of them is looked at. */
export function Days({
  now,
  coming,
  zone,
  shown,
  onShow,
}: {
  now: number;
  coming: readonly ComingDay[];
  zone: string;
  /** The word for the day looked at, as `dayWord` gives it. */
  shown: string;
  onShow: (at: string) => void;
}) {
  const today: ComingDay = { at: new Date(now).toISOString() };
  return [today, ...coming].map(({ at: instant, gains = 0, losses = 0 }, place) => {
    const isShown = dayWord(instant, now, zone) === shown;
    const counted = [gains > 0 && `gains ${gains}`, losses > 0 && `loses ${losses}`].filter(Boolean).join(", ");
    return (
      <button
        key={place === 0 ? "now" : instant}
        type="button"
        aria-pressed={isShown}
        className={`btn btn-xs ${isShown ? "btn-primary" : ""}`}
        onClick={() => onShow(instant)}
      >
        {place === 0 ? "Today" : `From ${day(instant, zone)}`}
        {counted !== "" && <span className="font-normal">{counted}</span>}
      </button>
    );
  });
}

/** `today`, or the coming day. */
export function dayWord(instant: string, now: number, zone: string): string {
  return new Date(instant).getTime() <= now + 60_000 ? "today" : day(instant, zone);
}
