import type { Schemas } from "../api/client";

type Told = Schemas["ToldView"];
type Part = Told["parts"][number];

/** Parts that need no label: what is made, or who it is for, says by itself what it is. */
const PLAIN = new Set(["Person", "Member", "For whom", "Given name", "Family name", "Name", "Account"]);

/** What one field is to be, after what it was where it was something else. */
export function partWords(part: Part): string {
  const after = part.after === "" ? "none" : part.after;
  return part.before === undefined ? after : `${part.before === "" ? "none" : part.before} → ${after}`;
}

/** Whether the part is told without its label. */
export function isPlain(part: Part): boolean {
  return part.label === "" || (PLAIN.has(part.label) && part.before === undefined);
}

/** What is done to whom, for lists and for those who hear them read. */
export function headWords(told: Told): string {
  const names = told.about === "" ? told.parts.filter(isPlain).map((part) => part.after) : [told.about];
  const name = names.filter((one) => one !== "").join(" ");
  return name === "" ? told.title : `${told.title}: ${name}`;
}

/** The parts that the head does not tell. */
export function restOf(told: Told): Part[] {
  return told.about === "" ? told.parts.filter((part) => !isPlain(part)) : told.parts;
}

/** Everything in one line. */
export function toldWords(told: Told): string {
  return [headWords(told), ...restOf(told).map((part) => `${part.label} ${partWords(part)}`.trim())].join(", ");
}
