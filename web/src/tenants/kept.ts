import type { Schemas } from "../api/client";

export type Kept = Schemas["KeptInput"]["keptAs"];

type Kind = { key: Kept; words: string; purpose: string; outcome: string };

const SHARED: Kind = {
  key: "SHARED",
  words: "shared by several people",
  purpose: "Purpose",
  outcome: "It stays as it is and is no longer unknown.",
};

/** What an non-personal account can be kept as. */
export const KEPT: readonly [Kind, ...Kind[]] = [
  SHARED,
  { ...SHARED, key: "PROGRAM", words: "used by a program" },
  {
    key: "UNUSED",
    words: "not used: close it",
    purpose: "Reason for closing",
    outcome: "It is closed in the tenant, not deleted.",
  },
];

/** What is still missing, in words; nothing where it can be reviewed. */
export function lackOf(kept: { keptAs: Kept; purpose: string; unit: string; owners: number }): string | undefined {
  if (kept.purpose.trim() === "") {
    return kept.keptAs === "UNUSED" ? "Enter the reason." : "Enter the purpose.";
  }
  if (kept.keptAs === "SHARED" && kept.unit === "") {
    return "A shared account belongs to a unit. Choose it.";
  }
  if (kept.keptAs === "SHARED" && kept.owners < 2) {
    return "A shared account needs two owners.";
  }
  return kept.owners === 0 ? "Choose an owner." : undefined;
}
