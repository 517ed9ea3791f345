import type { Schemas } from "../api/client";

/** What a tenant's own answers come to, and how loudly that is said: only what is all as expected is plain. */
export function verifiedWords(verified: Schemas["VerifiedView"]): { words: string; tone: string } {
  const { asked, yes, wrong, unasked } = verified;
  if (!verified.canBeAsked) {
    return { words: "cannot be asked", tone: "text-soft" };
  }
  if (asked + unasked === 0) {
    return { words: "nothing to ask", tone: "text-soft" };
  }
  if (asked === 0) {
    return { words: "not asked yet", tone: "text-soft" };
  }
  const answers = `yes to ${yes} of ${asked}`;
  if (wrong > 0) {
    return { words: `${answers}, ${wrong} not as expected`, tone: "font-semibold text-error" };
  }
  if (unasked > 0) {
    return { words: `${answers}, ${unasked} not asked yet`, tone: "text-warning" };
  }
  return yes < asked
    ? { words: `${answers}, the rest is blocked`, tone: "text-warning" }
    : { words: answers, tone: "text-success" };
}
