import { useDraft, type Draft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { useNow, useSession } from "../session/hooks";
import { AccessTable } from "../ui/accessTable";
import { Days, dayWord } from "../ui/days";
import { ThreadKey } from "../ui/threads";
import { ActButton } from "./ActButton";
import { accountEntries, missingAccounts, toSettle } from "./proposals";

/** What the person will be able to do, and what is to settle before. */
export function Outcome({
  name,
  draft,
  person,
  choices,
  access,
  isReadable,
  at,
  onAt,
  from,
}: {
  name: string;
  draft: Draft;
  person: string;
  choices: Schemas["CatalogueView"];
  access: Schemas["AccessView"] | undefined;
  isReadable: boolean;
  /** The instant looked at; the draft's own if none was chosen. */
  at: string | undefined;
  onAt: (at: string | undefined) => void;
  /** The first day, if it is still to come. */
  from: string | undefined;
}) {
  const { put } = useDraft(draft.id);
  const session = useSession();
  const now = useNow();
  const given = name.split(" ")[0] ?? "";
  const open = toSettle(draft);
  const missing = new Set(missingAccounts(access, draft));
  const noAccount = access?.tenants.filter((tenant) => missing.has(tenant.tenantId)) ?? [];
  const blocking = open.filter((one) => one.finding.severity === "BLOCK").length;
  const when = access === undefined ? "today" : dayWord(access.at, now, session.zone);
  return (
    <aside
      aria-label="What then"
      className="w-[400px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4"
    >
      <h2>{when === "today" ? `Today ${given} can` : `From ${when} ${given} can`}</h2>
      {draft.boundaries.length > 0 && isReadable && (
        <div role="group" aria-label="Look at another day" className="mt-1.5 flex flex-wrap gap-1">
          <Days
            now={now}
            coming={draft.boundaries.map((at) => ({ at }))}
            zone={session.zone}
            shown={when}
            onShow={onAt}
          />
          {at !== undefined && (
            <button type="button" className="btn btn-ghost btn-xs" onClick={() => onAt(undefined)}>
              Show effective day
            </button>
          )}
        </div>
      )}
      {!isReadable ? (
        <p className="mt-1 text-soft">As soon as it is clear who it is, this shows what they will be able to do.</p>
      ) : access === undefined || access.tenants.length === 0 ? (
        <p className="mt-1 text-soft">Nothing yet. A group or a role gives something to do.</p>
      ) : (
        <div className="mt-2">
          <AccessTable access={access} title="" />
          <ThreadKey withDraft />
        </div>
      )}
      <h2 className="mt-4">Open issues</h2>
      <ul aria-live="polite" className="mt-1 space-y-1">
        {open.map((one) => (
          <li key={one.finding.text} className="flex gap-2 text-sm">
            <span className={one.finding.severity === "BLOCK" ? "text-error" : "text-warning"}>▲</span>
            <span>
              {one.finding.text} <ActButton draft={draft} one={one.entry} finding={one.finding} />
            </span>
          </li>
        ))}
        {noAccount.map((tenant) => (
          <li key={tenant.tenantId} className="flex gap-2 text-sm">
            <span className="text-error">⊘</span>
            <span>
              No account in {tenant.app} {tenant.tenant} yet, so nothing there can be used.{" "}
              <button
                type="button"
                className="cursor-pointer font-semibold text-primary underline"
                onClick={() => {
                  const choice = choices.tenants.find((one) => one.id === tenant.tenantId);
                  if (choice !== undefined) {
                    put(...accountEntries(choice, person, access, from));
                  }
                }}
              >
                Open one
              </button>
            </span>
          </li>
        ))}
        {blocking === 0 && noAccount.length === 0 && (
          <li className="text-sm">
            <b className="text-success">✓</b>{" "}
            {open.length === 0 ? "None. Ready to review." : "No errors, only warnings."}
          </li>
        )}
      </ul>
    </aside>
  );
}
