import type { Schemas } from "../api/client";

export type Pair = Schemas["PairView"];

export interface Line {
  name: string;
  here: string;
  there: string;
  /** Whether this makes them one perhaps, is said otherwise, or neither. */
  is: "same" | "differs" | "plain";
}

/** The two sides field by field; what neither side says is left out. */
export function linesOf(pair: Pair): Line[] {
  const { person, listed } = pair;
  const line = (field: string, name: string, here: string | null | undefined, there: string | null | undefined) => {
    const is: Line["is"] = pair.same.includes(field) ? "same" : pair.differing.includes(field) ? "differs" : "plain";
    return { name, here: here ?? "", there: there ?? "", is };
  };
  return [
    line("given", "Given name", person.given, listed?.given),
    line("family", "Family name", person.family, listed?.family),
    line("handle", "Handle, user id", person.handle, listed?.userId),
    line("mail", "E-mail", person.mail, listed?.mail),
    line("phone", "Mobile", person.phone, listed?.phone),
    line("number", "Staff number", person.numbers, listed?.number),
    line("entry", "Linked entry", person.entry, ""),
    ...pair.values.map((one): Line => ({ name: one.label, here: one.here, there: one.there, is: "differs" })),
  ].filter((one) => one.here !== "" || one.there !== "");
}

/** The fields of an edit that makes the person what the entry says, and links them to it. */
export function takenOver(pair: Pair): Record<string, string> {
  const listed = pair.listed;
  const fields: Record<string, string> = { person: pair.person.id };
  if (listed === undefined || listed === null) {
    return fields;
  }
  const says: Record<string, string | null | undefined> = listed;
  for (const field of pair.differing) {
    fields[field] = says[field] ?? "";
  }
  if (pair.kind !== "DIFFERS") {
    fields.entry = listed.id;
  }
  return fields;
}

/** The fields of an edit that links the person to the entry and changes nothing else. */
export function joined(pair: Pair): Record<string, string> {
  return { person: pair.person.id, entry: pair.listed?.id ?? "" };
}

export const CASES: Record<Pair["kind"], { title: string; about: string }> = {
  COLLIDES: {
    title: "Looks like somebody here",
    about: "Nobody is linked to the entry, but it has something in common with a person. They are never merged unseen.",
  },
  RENAMED: { title: "Under another user id", about: "The entry vanished, and another one looks just like it." },
  VANISHED: { title: "Entry vanished", about: "The person stays as they are until somebody ends or unlinks them." },
  DIFFERS: { title: "Details differ", about: "The directory has other details for this person." },
};

/** How many of each kind, in the order in which they are shown. */
export function counted(pairs: readonly Pair[]): { kind: Pair["kind"]; pairs: Pair[] }[] {
  const kinds = ["COLLIDES", "RENAMED", "DIFFERS", "VANISHED"] as const;
  return kinds
    .map((kind) => ({ kind, pairs: pairs.filter((pair) => pair.kind === kind) }))
    .filter((one) => one.pairs.length > 0);
}
