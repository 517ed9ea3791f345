import { entry, newId, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { useMay, useSession } from "../session/hooks";
import { day } from "../ui/dates";

/** Who says that somebody exists, where no directory does: what is missing, with the act for it. */
export function IdentityLine({ page }: { page: Schemas["PersonPage"] }) {
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  const { act, error } = useAct();
  const { identity, person } = page;
  const on = (at: string | null | undefined) => (at === undefined || at === null ? "" : ` on ${day(at, session.zone)}`);
  switch (identity.state) {
    case "IN_DIRECTORY":
      return null;
    case "OURS":
      return (
        <p className="text-soft">
          {identity.home} does not list them.{" "}
          <a
            href={`/api/v1/imports/people.ldif?handle=${encodeURIComponent(person.handle)}`}
            className="font-semibold text-primary underline"
          >
            Save an entry for it (LDIF)
          </a>
        </p>
      );
    case "ACCEPTED":
      return (
        <p>
          <b className="text-success">✓</b> From outside, accepted the invitation{on(identity.acceptedAt)}.
        </p>
      );
    case "INVITED":
      return (
        <p>
          <b className="text-warning">▲</b> From outside, invited{on(identity.invitedAt)}, has not answered.{" "}
          {mayPrepare && identity.invitation && (
            <button
              type="button"
              className="cursor-pointer font-semibold text-primary underline"
              onClick={() => act(person.name, entry("invitation.withdraw", { invitation: identity.invitation ?? "" }))}
            >
              Withdraw, in the draft
            </button>
          )}
          {error !== null && <span className="text-error">{error.message}</span>}
        </p>
      );
    case "UNKNOWN":
      return (
        <p>
          <b className="text-error">▲</b> From outside, and {identity.home} does not list them: no account can be
          opened.{" "}
          {mayPrepare && (
            <button
              type="button"
              className="cursor-pointer font-semibold text-primary underline"
              onClick={() => act(person.name, entry("invitation.send", { id: newId(), person: person.id }))}
            >
              Invite them, in the draft
            </button>
          )}
          {error !== null && <span className="text-error">{error.message}</span>}
        </p>
      );
  }
}
