const WITHIN: Record<string, string> = {
  AREA: "at one area or below it",
  TENANT: "in one tenant",
  ANYWHERE: "in any tenants",
};

const COUNTED: Record<string, string> = {
  TRAINING: "what is held in training",
  BLOCKED: "what cannot be used yet",
  COMING: "what begins later",
};

/** How near the two sides must be to each other. */
export function withinWords(within: string): string {
  return WITHIN[within] ?? within.toLowerCase();
}

/** What a draft that brings both sides together may do. */
export function mannerWords(manner: string): string {
  return manner === "BLOCK" ? "Stands in the way of a draft." : "Warns in a draft.";
}

/** What counts besides what is held and usable now. */
export function countedWords(counted: readonly string[]): string {
  const words = counted.map((one) => COUNTED[one] ?? one.toLowerCase());
  const last = words.at(-1);
  if (last === undefined) {
    return "Counts only what can be used now.";
  }
  const rest = words.slice(0, -1);
  return `Counts ${rest.length === 0 ? last : `${rest.join(", ")} and ${last}`}, too.`;
}
