import { day } from "./dates";

/** Today, and the coming days on which something begins or ends; one of them is looked at. */
export function Days({
  now,
  coming,
  zone,
  shown,
  onShow,
}: {
  now: number;
  coming: readonly string[];
  zone: string;
  /** The word for the day looked at, as `dayWord` gives it. */
  shown: string;
  onShow: (at: string) => void;
}) {
  return [new Date(now).toISOString(), ...coming].map((instant, place) => {
    const isShown = dayWord(instant, now, zone) === shown;
    return (
      <button
        key={place === 0 ? "now" : instant}
        type="button"
        aria-pressed={isShown}
        className={`btn btn-xs ${isShown ? "btn-primary" : ""}`}
        onClick={() => onShow(instant)}
      >
        {place === 0 ? "Today" : `From ${day(instant, zone)}`}
      </button>
    );
  });
}

/** `today`, or the coming day. */
export function dayWord(instant: string, now: number, zone: string): string {
  return new Date(instant).getTime() <= now + 60_000 ? "today" : day(instant, zone);
}
