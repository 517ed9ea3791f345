import type { Schemas } from "../api/client";

export type Item = Schemas["MoveItemView"];
export type Column = Item["column"];

export const COLUMNS: readonly { column: Column; title: string; empty: string }[] = [
  { column: "GOES", title: "Goes", empty: "Nothing of the former job has to go." },
  { column: "STAYS", title: "Stays", empty: "Nothing stays." },
  { column: "COMES", title: "Comes", empty: "Nothing comes with the new job." },
];

/** The same for somebody who comes back. */
export const RETURN_COLUMNS: typeof COLUMNS = [
  { column: "GOES", title: "Ends", empty: "No access is left over from before." },
  { column: "STAYS", title: "Stays", empty: "Nothing stays." },
  { column: "COMES", title: "Comes", empty: "Nothing comes with the new job." },
];

type Kind = Schemas["MoveInput"]["kind"];

export const KINDS: readonly [Kind, string][] = [
  ["EMPLOYEE", "employee"],
  ["VOLUNTEER", "volunteer"],
  ["CONTRACTOR", "contractor"],
  ["PARTNER", "partner"],
];

/** The kind of engagement of that name, in whichever case; an employee where there is none. */
export function kindOf(name: string | undefined): Kind {
  return KINDS.find(([kind]) => kind === name?.toUpperCase())?.[0] ?? "EMPLOYEE";
}

/** Why something goes, stays or comes. */
export function whyWords(item: Item): string {
  const share = `${item.having} of ${item.of}`;
  switch (item.why) {
    case "FORMER_JOB":
      return `${share} in the former job have it`;
    case "NEW_JOB":
      return `${share} in the new job have it`;
    case "SOME_IN_NEW_JOB":
      return `only ${share} in the new job have it`;
    case "PERSONAL":
      return "given individually; neither job explains it";
    case "NEEDED":
      return "needed for what stays";
    case "LEFT_OVER":
      return "left over from before; not part of the new job";
    case "HAD_BEFORE":
      return item.having > 0 ? `they had it before; ${share} in the new job have it` : "they had it before";
    case "RULE":
      return "by the rule of the group";
    case "DIRECTORY":
      return "managed in the directory";
  }
}

/** Whether there is a choice: what goes can be kept, what stays can be ended, what comes can be left out. */
export function isChoosable(item: Item): boolean {
  return item.changes.length > 0;
}

/** The name of an item among the others, for choices that are kept while the plan is asked for again. */
export function keyOf(item: Item): string {
  return [item.column, item.thing, item.name, item.detail].join("|");
}

/** The changes of what was chosen, in the order in which they have to stand: what gives the account first, and what ends last. */
export function changesOf(
  items: readonly Item[],
  isChosen: (item: Item) => boolean,
): readonly Schemas["PlannedView"][] {
  const chosen = items.filter((item) => item.changes.length > 0 && isChosen(item));
  const rank = (item: Item) =>
    item.column === "COMES" ? (item.thing === "ACCOUNT" ? 0 : 1) : item.thing === "ACCOUNT" ? 3 : 2;
  return chosen.toSorted((one, other) => rank(one) - rank(other)).flatMap((item) => item.changes);
}
