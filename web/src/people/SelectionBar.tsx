import { Link } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { flushSync } from "react-dom";
import type { Schemas } from "../api/client";
import { useMay, useMaySend } from "../session/hooks";
import { ManyActs } from "./ManyActs";
import { useAllThatMatch } from "./mutations";
import { OffboardMany } from "./OffboardMany";
import { SendAgain } from "./SendAgain";
import type { TableSearch } from "./table";
import { Told } from "../ui/plainField";
import { count } from "../ui/words";

export type ManyAct = Schemas["ActInput"]["act"];

const ACTS: readonly { act: ManyAct; name: string }[] = [
  { act: "ADD_TO_GROUP", name: "Add to group" },
  { act: "REMOVE_FROM_GROUP", name: "Remove from group" },
  { act: "GIVE_ROLE", name: "Give role" },
  { act: "EXTEND", name: "Extend" },
  { act: "OPEN_ACCOUNTS", name: "Open accounts" },
  { act: "SET_FIELD", name: "Set field" },
  { act: "OFFBOARD", name: "Offboard" },
];

/** So many can be acted on at once. */
const MOST = 5_000;

const MOST_COMPARED = 5;

/** Who is chosen, and what can be done with all of them at once: one draft, one preview. */
export function SelectionBar({
  search,
  chosen,
  total,
  onChoose,
}: {
  search: TableSearch;
  chosen: ReadonlySet<string>;
  total: number;
  onChoose: (next: ReadonlySet<string>) => void;
}) {
  const [open, setOpen] = useState<ManyAct>();
  const [isSending, setSending] = useState(false);
  const mayPrepare = useMay("PREPARE");
  const maySend = useMaySend();
  const clear = useRef<HTMLButtonElement>(null);
  const all = useAllThatMatch(search, (ids) => {
    flushSync(() => onChoose(new Set(ids)));
    // the button that had the focus is gone: whoever uses the keyboard goes on beside it
    clear.current?.focus();
  });
  return (
    <div className="border-b border-base-300 bg-chosen px-4 py-1.5">
      <div className="flex flex-wrap items-center gap-1.5">
        <b className="text-sm font-semibold" role="status">
          {chosen.size === 0 ? "Nobody selected" : `${count(chosen.size, "person", "people")} selected`}
        </b>
        {chosen.size < total && (
          <button type="button" className="btn btn-ghost btn-xs" disabled={all.isPending} onClick={() => all.mutate()}>
            {total > MOST
              ? `Select the first ${MOST.toLocaleString("en-GB")} that match`
              : `Select all ${total} that match`}
          </button>
        )}
        {chosen.size > 1 && chosen.size <= MOST_COMPARED && (
          <Link
            to="/roles/compare"
            search={(before) => ({ draft: before.draft, of: [...chosen].map((one) => `person:${one}`) })}
            className="btn btn-ghost btn-xs"
          >
            Compare
          </Link>
        )}
        {chosen.size > 0 && (
          <button ref={clear} type="button" className="btn btn-ghost btn-xs" onClick={() => onChoose(new Set())}>
            Clear
          </button>
        )}
        <span className="ml-auto flex flex-wrap gap-1.5">
          {(mayPrepare ? ACTS : []).map(({ act, name }) => (
            <button
              key={act}
              type="button"
              className={`btn btn-sm ${open === act ? "btn-primary" : ""}`}
              disabled={chosen.size === 0}
              aria-expanded={open === act}
              onClick={() => {
                setSending(false);
                setOpen(open === act ? undefined : act);
              }}
            >
              {name}
            </button>
          ))}
          {maySend && (
            <button
              type="button"
              className={`btn btn-sm ${isSending ? "btn-primary" : ""}`}
              disabled={chosen.size === 0}
              aria-expanded={isSending}
              onClick={() => {
                setOpen(undefined);
                setSending(!isSending);
              }}
            >
              Resend messages
            </button>
          )}
        </span>
      </div>
      <Told error={all.error} />
      {isSending && chosen.size > 0 && <SendAgain people={[...chosen]} onDone={() => setSending(false)} />}
      {open === "OFFBOARD" && chosen.size > 0 && <OffboardMany key={[...chosen].join()} people={[...chosen]} />}
      {open !== undefined && open !== "OFFBOARD" && chosen.size > 0 && (
        <ManyActs key={open} act={open} people={[...chosen]} onDone={() => setOpen(undefined)} />
      )}
    </div>
  );
}
