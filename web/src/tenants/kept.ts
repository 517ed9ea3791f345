import type { Schemas } from "../api/client";

export type Kept = Schemas["KeptInput"]["keptAs"];

type Kind = { key: Kept; words: string; purpose: string; outcome: string };

const SHARED: Kind = {
  key: "SHARED",
  words: "shared by several people",
  purpose: "What it is for",
  outcome: "It stays as it is, and stops being unknown.",
};

/** What an account that is no person's can be kept as. */
export const KEPT: readonly [Kind, ...Kind[]] = [
  SHARED,
  { ...SHARED, key: "PROGRAM", words: "used by a program" },
  {
    key: "UNUSED",
    words: "used by nobody: close it",
    purpose: "Why it is closed",
    outcome: "It is closed in the tenant, not deleted.",
  },
];

/** What is still missing, in words; nothing where it can be reviewed. */
export function lackOf(kept: { keptAs: Kept; purpose: string; unit: string; owners: number }): string | undefined {
  if (kept.purpose.trim() === "") {
    return kept.keptAs === "UNUSED" ? "Say why it is closed." : "Say what it is for.";
  }
  if (kept.keptAs === "SHARED" && kept.unit === "") {
    return "A shared account belongs to a unit: choose it.";
  }
  if (kept.keptAs === "SHARED" && kept.owners < 2) {
    return "Two people have to answer for a shared account.";
  }
  return kept.owners === 0 ? "Choose who answers for it." : undefined;
}
