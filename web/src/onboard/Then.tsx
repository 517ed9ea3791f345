import type { Draft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { useNow, useSession } from "../session/hooks";
import { AccessTable } from "../ui/accessTable";
import { day } from "../ui/dates";
import { ThreadKey } from "../ui/threads";
import { toSettle } from "./proposals";

/** What the person will be able to do, and what is to settle before. */
export function Then({
  name,
  draft,
  access,
  isReadable,
}: {
  name: string;
  draft: Draft;
  access: Schemas["AccessView"] | undefined;
  isReadable: boolean;
}) {
  const session = useSession();
  const now = useNow();
  const given = name.split(" ")[0] ?? "";
  const open = toSettle(draft);
  const noAccount = access?.tenants.filter((tenant) => tenant.lines.length > 0 && !tenant.userName) ?? [];
  const blocking = open.filter((one) => one.blocks).length;
  const when =
    access === undefined || new Date(access.at).getTime() <= now + 60_000 ? "today" : day(access.at, session.zone);
  return (
    <aside
      aria-label="What then"
      className="w-[400px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4"
    >
      <h2>{when === "today" ? `Today ${given} can` : `On ${when} ${given} can`}</h2>
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
      <h2 className="mt-4">To settle</h2>
      <ul aria-live="polite" className="mt-1 space-y-1">
        {open.map((one) => (
          <li key={one.text} className="flex gap-2 text-sm">
            <span className={one.blocks ? "text-error" : "text-warning"}>▲</span>
            {one.text}
          </li>
        ))}
        {noAccount.map((tenant) => (
          <li key={tenant.tenantId} className="flex gap-2 text-sm">
            <span className="text-error">⊘</span>
            No account in {tenant.app} {tenant.tenant} yet, so nothing there can be used. Open one in step 3.
          </li>
        ))}
        {blocking === 0 && noAccount.length === 0 && (
          <li className="text-sm">
            <b className="text-success">✓</b>{" "}
            {open.length === 0 ? "Nothing. It is ready to review." : "Nothing stands in the way."}
          </li>
        )}
      </ul>
    </aside>
  );
}
