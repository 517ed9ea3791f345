import { useQuery } from "@tanstack/react-query";
import { type Schemas } from "../api/client";
import { type Draft } from "../api/drafts";
import { missingAccountsQuery } from "../api/changeQueries";
import { useMay } from "../session/hooks";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { useOpenMissingAccounts } from "./mutations";

/** People whom the draft gives something where they have no account: all of these are opened at once. */
export function MissingAccounts({ draft }: { draft: Draft }) {
  const mayPrepare = useMay("PREPARE");
  const query = useQuery(missingAccountsQuery(draft.id, draft.version));
  const missing = query.data ?? [];
  const open = useOpenMissingAccounts(draft);
  const ready = missing.filter((one) => one.people > 0);
  const all = ready.reduce((sum, one) => sum + one.people, 0);
  return (
    <>
      <Waiting missing={missing.filter((one) => one.waiting > 0)} />
      {all > 0 && (
        <section aria-label="Accounts that are missing" className="card-plain mt-3 flex items-center gap-4 px-4 py-2.5">
          <span className="min-w-0 flex-1">
            <b className="text-error">⊘</b> {all === 1 ? "One account is" : `${all} accounts are`} missing for what this
            gives: <Places places={ready} of={(one) => one.people} />.
            {open.error !== null && <b className="block text-error">{open.error.message}</b>}
          </span>
          {mayPrepare && (
            <button
              type="button"
              className="btn btn-sm"
              disabled={open.isPending || query.isPlaceholderData}
              onClick={() => open.mutate()}
            >
              Open {all === 1 ? "it" : `the ${all}`}, with the least seats
            </button>
          )}
        </section>
      )}
    </>
  );
}

type Missing = Schemas["MissingView"];

/** What is given to somebody from outside is of no use to them until there is an account, and that has to wait. */
function Waiting({ missing }: { missing: Missing[] }) {
  if (missing.length === 0) {
    return null;
  }
  const isOne = missing.every((one) => one.waiting === 1);
  return (
    <section aria-label="Accounts that wait" className="card-plain mt-3 px-4 py-2.5">
      <b className="text-soft">○</b> Of no use before there is an account: what this gives in{" "}
      <Places places={missing} of={(one) => one.waiting} />. An account can be opened when{" "}
      {isOne ? "the person has" : "they have"} accepted the invitation, or when their own directory lists them.
    </section>
  );
}

function Places({ places, of }: { places: Missing[]; of: (one: Missing) => number }) {
  return (
    <>
      {places.map((one, place) => (
        <span key={one.tenant} className="whitespace-nowrap">
          {place > 0 && ", "}
          <TenantDot colour={one.colour} />
          {one.name} for {count(of(one), "person", "people")}
        </span>
      ))}
    </>
  );
}
