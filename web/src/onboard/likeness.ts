import { entry, newId, type Draft, type EntryInput } from "../api/drafts";
import type { Schemas } from "../api/client";
import { seatEntry } from "./proposals";

export type Trait = Schemas["TraitView"];

/** The entries that bring a trait: with an account comes the seat that its peers have. */
export function entriesForTrait(trait: Trait, from: string | undefined, engagement: string | undefined): EntryInput[] {
  const fields: Record<string, string> = { ...trait.fields, id: newId() };
  if (trait.form !== "account.open" && from !== undefined) {
    fields.from = from;
  }
  if (trait.form === "assignment.give") {
    fields.because = "like peers";
    if (engagement !== undefined) {
      fields.engagement = engagement;
    }
  }
  const made = entry(trait.form, fields);
  return trait.seat === undefined || trait.seat === null
    ? [made]
    : [made, seatEntry(fields.id ?? "", trait.seat, from)];
}

/** Ids of the draft's entries that bring a trait. */
export function drafted(draft: Draft, trait: Trait): string[] {
  const found = draft.entries.filter(
    (one) =>
      one.form === trait.form && Object.entries(trait.fields).every(([name, value]) => one.fields[name] === value),
  );
  const seats = draft.entries.filter(
    (one) => one.form === "seat.give" && found.some((account) => account.fields.id === one.fields.account),
  );
  return [...found, ...seats].map((one) => one.id);
}

/** What is taken over at once: what nearly all have, and the person does not, with the draft as it is. */
export function toTakeOver(traits: readonly Trait[], draft: Draft): Trait[] {
  return traits.filter((trait) => trait.verdict === "COMMON" && !trait.has && drafted(draft, trait).length === 0);
}

/** Those that show at once: what nearly all have, what conflicts, what others decide, and whatever was taken. */
export function isFirst(trait: Trait): boolean {
  return (
    trait.verdict === "COMMON" || trait.verdict === "CONFLICTS" || trait.verdict === "DECIDED_ELSEWHERE" || trait.has
  );
}
