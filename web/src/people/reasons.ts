export interface Reason {
  why: string;
  names: string[];
}

const MOST_NAMED = 3;

/** What is said of several people, each thing once with those whom it is said of. */
export function byReason(said: readonly { name: string; why: string }[]): Reason[] {
  const found = new Map<string, string[]>();
  for (const one of said) {
    found.set(one.why, [...(found.get(one.why) ?? []), one.name]);
  }
  return [...found].map(([why, names]) => ({ why, names }));
}

/** "Bo Ferreira holds nothing", "Bo Ferreira, Ada Fell: each holds nothing", "40 people: each holds nothing". */
export function reasonWords({ why, names }: Reason): string {
  if (names.length === 1) {
    return `${names.join("")} ${why}`;
  }
  return `${names.length > MOST_NAMED ? `${names.length} people` : names.join(", ")}: each ${why}`;
}
