import { useSession } from "../session/hooks";
import { lastDay } from "../ui/dates";
import { TenantDot } from "../ui/tenants";
import { isChoosable, keyOf, whyWords, type Column, type Item } from "./words";

/** What goes, what stays and what comes, side by side, each to be chosen where there is a choice. */
export function Columns({
  columns,
  items,
  isChosen,
  until,
  onTurn,
}: {
  columns: readonly { column: Column; title: string; empty: string }[];
  items: readonly Item[];
  isChosen: (item: Item) => boolean;
  until?: string | undefined;
  onTurn: ((item: Item) => void) | undefined;
}) {
  return (
    <div className="mt-3 grid gap-4 min-[1000px]:grid-cols-3">
      {columns.map(({ column, title, empty }) => {
        const those = items.filter((item) => item.column === column);
        return (
          <section key={column} aria-label={title}>
            <h2>
              {title} <span className="font-sans text-sm font-normal text-soft">{those.length || ""}</span>
            </h2>
            {those.length === 0 && <p className="mt-1 text-soft">{empty}</p>}
            <ul className="mt-1 space-y-1.5">
              {those.map((item) => (
                <Line
                  key={keyOf(item)}
                  item={item}
                  isChosen={isChosen(item)}
                  until={until}
                  onTurn={onTurn && (() => onTurn(item))}
                />
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}

function Line({
  item,
  isChosen,
  until,
  onTurn,
}: {
  item: Item;
  isChosen: boolean;
  until: string | undefined;
  onTurn: (() => void) | undefined;
}) {
  const session = useSession();
  const hasChoice = onTurn !== undefined && isChoosable(item);
  const ends = item.column === "STAYS" && item.why !== "NEW_JOB";
  const label = ends ? `End ${item.name}` : item.name;
  return (
    <li className="card-plain flex gap-2.5 px-3 py-1.5">
      {hasChoice && (
        <input
          type="checkbox"
          className="checkbox checkbox-sm mt-0.5"
          aria-label={`${label} ${item.detail}`.trim()}
          checked={isChosen}
          onChange={onTurn}
        />
      )}
      <span className="min-w-0">
        <b className="font-semibold">
          {item.colour != null && <TenantDot colour={item.colour} />}
          {item.name}
        </b>{" "}
        <span className="text-soft">{item.why === "RULE" || item.why === "DIRECTORY" ? "" : item.detail}</span>
        <span className="block text-sm text-soft">{whyWords(item)}</span>
        {item.rule && (
          <span className="block text-sm font-semibold text-error">
            {item.column === "GOES"
              ? `ends at once: “${item.rule}” does not let it stay beside the new job`
              : `“${item.rule}” does not let it come; it needs an exception`}
          </span>
        )}
        {item.column === "GOES" && isChosen && !item.rule && hasChoice && (
          <span className="block text-sm text-soft">
            {until === undefined ? "ends at once" : `kept until ${lastDay(until, session.zone)}`}
          </span>
        )}
        {item.column === "GOES" && item.thing === "ACCOUNT" && item.changes.length === 0 && (
          <span className="block text-sm text-soft">stays open; close it when the days are over</span>
        )}
        {item.column === "STAYS" && !ends && hasChoice && (
          <span className="block text-sm text-soft">gets this seat in place of the present one</span>
        )}
        {ends && hasChoice && <span className="block text-sm text-soft">select to end it</span>}
      </span>
    </li>
  );
}
