import type { Schemas } from "../api/client";
import { useSession } from "../session/hooks";
import { day } from "../ui/dates";

const NEARLY_EMPTY = 0.1;

/** Seat pools as bars, with "left of" in words. */
export function Seats({ pools, withLater = false }: { pools: Schemas["SeatPoolView"][]; withLater?: boolean }) {
  const session = useSession();
  if (pools.length === 0) {
    return <span className="text-soft">no seats needed</span>;
  }
  return (
    <ul
      className="grid gap-x-5 gap-y-1"
      style={{ gridTemplateColumns: `repeat(${Math.min(3, pools.length)}, minmax(8.5rem, 1fr))` }}
    >
      {pools.map((pool) => {
        const few = pool.left <= pool.size * NEARLY_EMPTY;
        return (
          <li key={pool.kind} className="text-sm">
            <span className="flex justify-between gap-2">
              <span>{pool.name}</span>
              <span className="whitespace-nowrap text-soft">
                <b className={few ? "text-error" : "font-normal"}>{pool.left} left</b> of {pool.size}
              </span>
            </span>
            <span aria-hidden className="mt-0.5 block h-1.5 rounded bg-[var(--line)]">
              <span
                className={`block h-full rounded ${few ? "bg-error" : "bg-primary"}`}
                style={{ width: `${Math.min(100, (100 * (pool.size - pool.left)) / Math.max(1, pool.size))}%` }}
              />
            </span>
            {withLater && pool.later.length > 0 && (
              <span className="mt-0.5 block text-soft">
                {pool.later.map((level) => `${level.left} from ${day(level.from, session.zone)}`).join(", ")}
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}
