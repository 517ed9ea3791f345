const WORDS: Record<string, string> = {
  SAME: "as it should be",
  MISSING: "missing in the tenant",
  EXTRA: "only in the tenant",
  DIFFERS: "differs in the tenant",
  NOT_READ: "not read yet",
  NONE: "not wanted here",
};

export function squareWord(square: string): string {
  return WORDS[square] ?? square;
}

/** Upper left what should be, lower right what the tenant said. */
export function Square({ square, size = 16 }: { square: string; size?: number }) {
  const word = squareWord(square);
  if (square === "NONE") {
    return (
      <span role="img" aria-label={word} title={word} className="inline-block w-4 text-center text-soft">
        ·
      </span>
    );
  }
  const should = square === "EXTRA" ? "none" : square === "SAME" ? "var(--color-primary)" : "var(--color-error)";
  const said = square === "MISSING" ? "none" : square === "SAME" ? "var(--color-primary)" : "var(--color-error)";
  const open = square === "NOT_READ";
  return (
    <svg role="img" aria-label={word} width={size} height={size} viewBox="0 0 20 20" className="inline-block shrink-0">
      <title>{word}</title>
      <rect
        x="0.75"
        y="0.75"
        width="18.5"
        height="18.5"
        fill="none"
        stroke={square === "SAME" ? "var(--color-primary)" : open ? "var(--soft)" : "var(--color-error)"}
        strokeWidth="1.5"
        strokeDasharray={square === "SAME" ? undefined : "3 2"}
      />
      {!open && <path d="M1 1 H18 L1 18 Z" fill={should} opacity="0.75" />}
      {!open && <path d="M19 2 V19 H2 Z" fill={said} opacity={square === "DIFFERS" ? 0.35 : 0.75} />}
    </svg>
  );
}
