import type { Schemas } from "../api/client";
import { blockWord } from "./words";

type Cell = Schemas["CellView"];

const PATTERNS: Record<string, { look: string; words: string }> = {
  DIRECT: { look: "thread-direct", words: "given directly" },
  GROUP: { look: "thread-group", words: "through a group" },
  RULED_GROUP: { look: "thread-ruled", words: "through a rule-based group" },
  DIRECTORY: { look: "thread-directory", words: "through the directory" },
  SIGN_IN: { look: "thread-signin", words: "at sign-in" },
};

const MOST_DRAWN = 3;

/** The ways of a cell, each kind once with how often it occurs. */
export function waysInWords(threads: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const thread of threads) {
    const words = PATTERNS[thread]?.words ?? thread;
    counts.set(words, (counts.get(words) ?? 0) + 1);
  }
  return [...counts].map(([words, times]) => (times > 1 ? `${words} (${times} ways)` : words)).join(", ");
}

/** What a cell says to those who do not see patterns and colours. */
export function cellInWords(cell: Cell): string {
  const parts = [cell.label, waysInWords(cell.threads)];
  if (cell.change === "ADDED") {
    parts.push("the draft adds it");
  }
  if (cell.change === "REMOVED") {
    parts.push("the draft takes it");
  }
  if (cell.blocks.length > 0) {
    parts.push(`blocked: ${cell.blocks.map(blockWord).join(", ")}`);
  }
  if (cell.found === "NO" && cell.change === "NONE" && cell.blocks.length === 0) {
    parts.push("not found in the tenant");
  }
  return parts.join("; ");
}

/** An action in the app's own word, one thread under it per way. */
export function ThreadCell({
  cell,
  colour,
  chosen = false,
  onChoose,
}: {
  cell: Cell;
  colour: string;
  chosen?: boolean;
  onChoose?: (() => void) | undefined;
}) {
  const blocked = cell.blocks.length > 0 && cell.change !== "REMOVED";
  const words = cellInWords(cell);
  const body = (
    <>
      <span className={blocked || cell.change === "REMOVED" ? "text-soft" : ""}>{cell.label}</span>
      {cell.threads.length > MOST_DRAWN && <sup className="ml-0.5 text-soft">{cell.threads.length}</sup>}
      {cell.change === "ADDED" && <sup className="font-bold text-success">+</sup>}
      {cell.change === "REMOVED" && <sup className="font-bold text-error">−</sup>}
      {blocked && <sup className="text-error">⊘</sup>}
      <span className={blocked || cell.change === "REMOVED" ? "opacity-40" : ""} style={{ ["--c" as string]: colour }}>
        {cell.threads.slice(0, MOST_DRAWN).map((thread, place) => (
          <span key={place} className={`thread ${PATTERNS[thread]?.look ?? ""}`} />
        ))}
      </span>
    </>
  );
  const look = `mr-3.5 inline-block rounded-sm px-0.5 text-left align-top leading-tight ${chosen ? "bg-chosen outline-2 outline-offset-2 outline-primary" : ""}`;
  return onChoose === undefined ? (
    <span className={look} title={words}>
      {body}
    </span>
  ) : (
    <button
      type="button"
      className={`${look} cursor-pointer hover:bg-chosen`}
      title={words}
      aria-label={words}
      aria-pressed={chosen}
      onClick={onChoose}
    >
      {body}
    </button>
  );
}

/** What the patterns mean. */
export function ThreadKey({ withDraft = false }: { withDraft?: boolean }) {
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-1 px-0.5 py-2 text-xs text-soft">
      {(["DIRECT", "GROUP", "RULED_GROUP", "DIRECTORY"] as const).map((pattern) => (
        <span key={pattern} className="flex items-center gap-1.5">
          <span
            className={`thread mt-0 w-7 ${PATTERNS[pattern]?.look ?? ""}`}
            style={{ ["--c" as string]: "var(--soft)" }}
          />
          {PATTERNS[pattern]?.words}
        </span>
      ))}
      <span className="ml-auto flex gap-3">
        {withDraft && (
          <span>
            <b className="text-success">+</b> <b className="text-error">−</b> this draft
          </span>
        )}
        <span>
          <b className="text-error">⊘</b> blocked
        </span>
      </span>
    </div>
  );
}
