import type { Schemas } from "../api/client";

/** What somebody chose for an account, by the tenant's id of it; what is not there is as it was proposed. */
export type Chosen = Record<string, { person: { id: string; name: string } | undefined; isTicked: boolean }>;

export const REASONS: Record<NonNullable<Schemas["MatchView"]["reason"]>, string> = {
  MAIL: "same e-mail address",
  USER_NAME: "the user name would be theirs",
  NAME: "same name, and nobody else has it",
};

/** Those with a proposal first; otherwise in the tenant's order. */
export function sorted<T extends Pick<Schemas["MatchView"], "person">>(matches: readonly T[]): T[] {
  return [...matches.filter((match) => match.person), ...matches.filter((match) => !match.person)];
}

/** Accounts with the people to whom they are to be linked. */
export function pairsOf(
  matches: readonly Pick<Schemas["MatchView"], "remoteId" | "person">[],
  chosen: Chosen,
): { remoteId: string; person: string }[] {
  return matches.flatMap((match) => {
    const choice = chosen[match.remoteId];
    const person = choice === undefined ? (match.person ?? undefined) : choice.isTicked ? choice.person?.id : undefined;
    return person === undefined ? [] : [{ remoteId: match.remoteId, person }];
  });
}
