import type { Schemas } from "../api/client";

const BECAME: Record<Schemas["PushedView"]["state"], string> = {
  KEPT: "kept, not looked at yet",
  SAME: "nothing to change",
  PASSED: "passed",
  HELD: "held",
  GOING: "taken back there",
  GONE: "taken back there",
};

/** What became of somebody who was pushed. */
export function becameWord(one: Schemas["PushedView"]): string {
  return BECAME[one.state];
}

/** Where changes come from, as a heading and in a sentence. */
export const ORIGINS: Record<string, { title: string; from: string }> = {
  INBOUND: { title: "From programs", from: "what programs push" },
  DIRECTORY: { title: "From directories", from: "what directories say" },
};

/** What a policy does, in one sentence. */
export function policyWords(policy: Pick<Schemas["PolicyView"], "origin" | "mode" | "mostPeople" | "mostPercent">) {
  const from = ORIGINS[policy.origin]?.from ?? policy.origin.toLowerCase();
  return policy.mode === "HOLD"
    ? `Everything of ${from} waits for somebody.`
    : `Of ${from}, changes for at most ${policy.mostPeople === 1 ? "1 person" : `${policy.mostPeople} people`} and ` +
        `${policy.mostPercent} % of all pass at once. What touches an administrator, clashes, needs a seat that is not ` +
        "there, or looks like somebody known here always waits.";
}
