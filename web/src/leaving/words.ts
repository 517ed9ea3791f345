import type { Schemas } from "../api/client";

export type Holding = Schemas["HoldingView"];
export type Left = Schemas["LeftView"]["left"];

/** Whether it ends with a membership, whenever the group itself loses it. */
export function isThroughGroup(holding: Holding): boolean {
  return holding.what === "ROLE" && holding.through.startsWith("from ");
}

/** What becomes of something, in words; who takes it over is named besides. */
export function fateWords(holding: Holding): string {
  switch (holding.fate) {
    case "ENDS":
      return holding.what === "ACCOUNT" ? "closed" : holding.what === "SEAT" ? "given back" : "ends";
    case "CANCELLED":
      return holding.what === "INVITATION" ? "withdrawn" : "cancelled before it begins";
    case "FOLLOWS":
      return isThroughGroup(holding)
        ? "ends with the membership"
        : holding.until
          ? "ends on its last day"
          : "ends with the engagement";
    case "ELSEWHERE":
      return "to be removed in the directory";
    case "PASSED_ON":
      return "handed over";
    case "LEFT_TO_OTHERS":
      return "stays with the other owners";
    case "LEFT_OPEN":
      return "nobody takes it over";
    case "STAYS":
      return "stays";
  }
}

type DirectoryEntry = Pick<Schemas["DirectoryEntryView"], "left" | "isOut" | "mayAsk">;

/** Whether somebody has to disable the entry in the directory itself. */
export function isByHand(entry: DirectoryEntry): boolean {
  return !entry.mayAsk && entry.left !== "CONFIRMED" && entry.left !== "CONFIRMED_BY_HAND";
}

/** What becomes of somebody's directory entry. */
export function entryWords(entry: DirectoryEntry): string {
  if (entry.left === "CONFIRMED") {
    return "already disabled";
  }
  if (entry.left === "CONFIRMED_BY_HAND") {
    return "disabled by hand, as confirmed";
  }
  if (isByHand(entry)) {
    return "▲ to be disabled in the directory by hand";
  }
  return entry.isOut ? "still enabled: see the evidence of removal" : "disabled by Wexa when they are out";
}

const RESPONSIBILITIES: Partial<Record<Holding["what"], string>> = {
  OWNS_GROUP: "owns the group",
  OWNS_ACCOUNT: "owns the account",
  OWNS_ROLE: "owns the role",
  OWNS_RULE: "owns the conflict rule",
  OWNS_VARIANT: "owns the variant",
  LEADS_UNIT: "leads the unit",
  MANAGES: "manages",
  NAMED_IN_FIELD: "is named in a field of",
};

/** "owns the group"; nothing for what is held and not answered for. */
export function responsibilityWords(what: Holding["what"]): string | undefined {
  return RESPONSIBILITIES[what];
}

export interface Place {
  key: string;
  name: string;
  colour: number | undefined;
  holdings: Holding[];
}

/** Tenant by tenant, then what is in none, then what somebody else can take over. */
export function placesOf(holdings: readonly Holding[]): Place[] {
  const places = new Map<string, Place>();
  for (const holding of holdings) {
    const responsibility = responsibilityWords(holding.what) !== undefined;
    const key = responsibility ? "responsibility" : (holding.tenant ?? "here");
    const name = responsibility ? "To hand over" : holding.where === "" ? "In Wexa" : holding.where;
    const place = places.get(key) ?? { key, name, colour: holding.colour ?? undefined, holdings: [] };
    place.holdings.push(holding);
    places.set(key, place);
  }
  const rank = (place: Place) => (place.key === "responsibility" ? 2 : place.key === "here" ? 1 : 0);
  return [...places.values()].toSorted(
    (one, other) =>
      rank(one) - rank(other) || (one.colour ?? 0) - (other.colour ?? 0) || one.name.localeCompare(other.name),
  );
}

export const LEFT: Record<Left, { words: string; look: string }> = {
  CONFIRMED: { words: "confirmed", look: "text-success" },
  CONFIRMED_BY_HAND: { words: "confirmed by hand", look: "text-success" },
  WAITING: { words: "not read since", look: "text-warning" },
  CANNOT_BE_CHECKED: { words: "cannot be checked", look: "text-warning" },
  STILL_THERE: { words: "still there", look: "text-error" },
  OPEN: { words: "open", look: "text-error" },
};
