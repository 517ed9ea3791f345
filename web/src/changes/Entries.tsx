import { useInfiniteQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { isId, useDraft, type Draft, type Entry } from "../api/drafts";
import { entriesQuery } from "../api/changeQueries";
import { personOfEntry } from "../onboard/about";
import { ToldLine } from "./ToldLine";
import { toldWords } from "./entryWords";

const STATES: Record<string, { words: string; look: string }> = {
  READY: { words: "ready", look: "text-success" },
  ALREADY_SO: { words: "already so", look: "text-soft" },
  CHANGED_MEANWHILE: { words: "changed meanwhile", look: "text-error" },
  IMPOSSIBLE: { words: "impossible", look: "text-error" },
  TO_SETTLE: { words: "incomplete", look: "text-error" },
};

const ENTRIES_SHOWN = 200;

/** The entries as a list for people, those to complete first where there are too many to be drawn at once. */
export function Entries({ draft, closed }: { draft: Draft; closed: boolean }) {
  return draft.entries.length < draft.total ? (
    <Paged draft={draft} closed={closed} />
  ) : (
    <Whole draft={draft} closed={closed} />
  );
}

function Whole({ draft, closed }: { draft: Draft; closed: boolean }) {
  const [most, setMost] = useState(ENTRIES_SHOWN);
  const { entries } = draft;
  const isLong = entries.length > ENTRIES_SHOWN;
  const isOpen = (entry: Entry) => entry.state !== "READY" && entry.state !== "ALREADY_SO";
  const shown = isLong
    ? [...entries.filter(isOpen), ...entries.filter((entry) => !isOpen(entry))].slice(0, most)
    : entries;
  return (
    <Lines
      draft={draft}
      closed={closed}
      shown={shown}
      total={entries.length}
      onMore={() => setMost(most + ENTRIES_SHOWN)}
    />
  );
}

/** A draft from a large table: its entries come page by page. */
function Paged({ draft, closed }: { draft: Draft; closed: boolean }) {
  const pages = useInfiniteQuery(entriesQuery(draft.id, draft.version));
  const shown = pages.data?.pages.flatMap((page) => page.entries) ?? draft.entries;
  return (
    <Lines
      draft={draft}
      closed={closed}
      shown={shown}
      total={draft.total}
      onMore={() => void pages.fetchNextPage()}
      isPending={pages.isFetching}
    />
  );
}

function Lines({
  draft,
  closed,
  shown,
  total,
  onMore,
  isPending = false,
}: {
  draft: Draft;
  closed: boolean;
  shown: readonly Entry[];
  total: number;
  onMore: () => void;
  isPending?: boolean;
}) {
  const left = total - shown.length;
  return (
    <>
      <ol className="card-plain mt-3 divide-y divide-[var(--line)]">
        {shown.map((entry) => (
          <EntryLine key={entry.id} draft={draft} entry={entry} closed={closed} />
        ))}
      </ol>
      {left > 0 && (
        <button type="button" className="btn btn-sm mt-2" disabled={isPending} onClick={onMore}>
          Show {Math.min(ENTRIES_SHOWN, left)} more of {left}
        </button>
      )}
    </>
  );
}

function EntryLine({ draft, entry, closed }: { draft: Draft; entry: Entry; closed: boolean }) {
  const { take: takeOut, set } = useDraft(draft.id);
  const words = toldWords(entry.told);
  return (
    <li className="flex gap-4 px-3 py-1.5">
      <div className="min-w-0 flex-1">
        <ToldLine told={entry.told} />
        {entry.findings.map((finding) => (
          <p
            key={`${finding.code} ${finding.path}`}
            className={`mt-0.5 text-sm ${finding.severity === "BLOCK" ? "text-error" : ""}`}
          >
            ▲ {finding.text}
          </p>
        ))}
      </div>
      <b className={`shrink-0 text-sm ${STATES[entry.state]?.look ?? ""}`}>
        {closed ? "applied" : (STATES[entry.state]?.words ?? entry.state)}
      </b>
      {!closed && (
        <span className="flex w-36 shrink-0 items-start justify-end gap-2">
          {entry.state === "CHANGED_MEANWHILE" && (
            <button type="button" className="btn btn-xs" onClick={() => set(entry, {})}>
              Keep mine
            </button>
          )}
          <Settle draft={draft} entry={entry} words={words} />
          <button
            type="button"
            className="btn btn-xs"
            aria-label={`Remove: ${words}`}
            onClick={() => takeOut(entry.id)}
          >
            Remove
          </button>
        </span>
      )}
    </li>
  );
}

/** Findings of automatic changes: when another entry is ready, or somebody outside has answered. */
const WAITING = new Set(["entry.waits", "person.identity-awaited"]);

/** Leads to where the entry can be mended: the onboarding of the person whom it is about. A very large draft has no such place. */
function Settle({ draft, entry, words }: { draft: Draft; entry: Entry; words: string }) {
  const person = personOfEntry(draft, entry);
  const isToMend = entry.findings.some((finding) => finding.severity === "BLOCK" && !WAITING.has(finding.code));
  const isPlace =
    entry.state === "TO_SETTLE" && isToMend && draft.entries.length === draft.total && entry.form !== "person.edit";
  return isPlace && person !== undefined && isId(person) ? (
    <Link
      to="/onboard"
      search={{ draft: draft.id, person }}
      className="btn btn-primary btn-xs"
      aria-label={`Settle: ${words}`}
    >
      Settle
    </Link>
  ) : null;
}
