import type { Schemas } from "../api/client";
import { useMay, useNow, useSession } from "../session/hooks";
import { ago, moment } from "../ui/dates";
import { Told } from "../ui/plainField";
import { useConfirmEntry, useDisableEntry } from "./mutations";
import { LEFT } from "./words";

/** How somebody's entry in their directory stands, and what can be done about it once they are out. */
export function DirectoryEntry({ person, entry }: { person: string; entry: Schemas["DirectoryEntryView"] }) {
  const session = useSession();
  const now = useNow();
  const mayApply = useMay("APPLY");
  const disable = useDisableEntry(person);
  const confirm = useConfirmEntry(person);
  const look =
    entry.left === "WAITING"
      ? { words: "on its way", look: "text-warning" }
      : entry.isOut
        ? LEFT[entry.left]
        : { words: entry.left === "CONFIRMED" ? "disabled" : "enabled", look: "" };
  const isSettled = entry.left === "CONFIRMED" || entry.left === "CONFIRMED_BY_HAND";
  const isBusy = disable.isPending || confirm.isPending;
  return (
    <>
      <span className="flex items-baseline gap-2">
        <span className="min-w-0 flex-1 truncate font-semibold">{entry.directory}</span>
        <b className={`text-sm font-semibold ${look.look}`}>{look.words}</b>
      </span>
      <span className="block text-sm text-soft" title={entry.readAt ? moment(entry.readAt, session.zone) : undefined}>
        {entry.text}
        {entry.readAt && entry.left !== "CONFIRMED_BY_HAND" && `, read ${ago(entry.readAt, now)}`}
      </span>
      {entry.isOut && !isSettled && mayApply && (
        <span className="mt-1 flex flex-wrap gap-1.5 print:hidden">
          {entry.mayAsk && (
            <button type="button" className="btn btn-xs" disabled={isBusy} onClick={() => disable.mutate()}>
              {disable.isPending ? "Disabling…" : "Disable the entry now"}
            </button>
          )}
          <button type="button" className="btn btn-xs" disabled={isBusy} onClick={() => confirm.mutate()}>
            Confirm it was disabled by hand
          </button>
        </span>
      )}
      <Told error={disable.error ?? confirm.error} />
    </>
  );
}
