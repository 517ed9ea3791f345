import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { tenantsQuery } from "../api/tenantQueries";
import { EndButton } from "../changes/EndButton";
import { useNow, useSeesAll, useSession } from "../session/hooks";
import { ago, moment } from "../ui/dates";
import { Square } from "../ui/square";
import { Empty } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { verifiedWords } from "./verified";

type Page = Schemas["PersonPage"];
type Account = Page["accounts"][number];

/** Each account with what was sent, read back and verified, told apart. */
export function Accounts({ page }: { page: Page }) {
  const seen = useQuery(tenantsQuery).data?.map((tenant) => tenant.id) ?? [];
  if (page.accounts.length === 0) {
    return (
      <div className="card-plain mt-3">
        <Empty title="No account anywhere">Onboard opens accounts, with the seats that go with them.</Empty>
      </div>
    );
  }
  return (
    <div className="card-plain mt-3 overflow-x-auto">
      <table className="w-full">
        <thead>
          <tr className="text-left text-xs text-soft">
            <th className="px-3 py-1.5 font-semibold">Account in</th>
            <th className="px-2 font-semibold">Seat</th>
            <th className="px-2 font-semibold">Sent</th>
            <th className="px-2 font-semibold whitespace-nowrap">Read back</th>
            <th className="px-2 font-semibold">Verified</th>
            <th>
              <span className="sr-only">Acts</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {page.accounts.map((account) => (
            <tr key={account.id} className="h-11 border-t border-line">
              <td className="px-3 whitespace-nowrap">
                <TenantDot colour={account.colour} />
                {seen.includes(account.tenantId) ? (
                  <Link to="/tenants/$id" params={{ id: account.tenantId }} className="font-semibold hover:underline">
                    {account.app} · {account.tenant}
                  </Link>
                ) : (
                  <b className="font-semibold">
                    {account.app} · {account.tenant}
                  </b>
                )}
                <span className="block pl-[18px] font-mono text-xs text-soft" title="signs in as">
                  {account.userName}
                </span>
              </td>
              <td className="px-2">{account.state === "CLOSED" ? "closed" : (account.seat ?? "none needed")}</td>
              <td className="px-2">
                <SentFact sent={account.sent} />
              </td>
              <td className="px-2">
                <span className="flex items-center gap-1.5">
                  <Square square={account.square} />
                  {account.square === "SAME"
                    ? "matches"
                    : account.difference === ""
                      ? "nothing expected"
                      : account.difference}
                </span>
                <Age at={account.readAt} otherwise="never read" indented />
              </td>
              <td className="px-2">
                <VerifiedFact verified={account.verified} />
              </td>
              <td className="px-2 text-right whitespace-nowrap">
                {account.state === "OPEN" && account.seatId && (
                  <EndButton
                    draft={page.person.name}
                    entry={entry("seat.return", { seat: account.seatId })}
                    label={`Return the seat in ${account.app} ${account.tenant}`}
                    words="Return seat"
                  />
                )}
                {account.state === "OPEN" && (
                  <EndButton
                    draft={page.person.name}
                    entry={entry("account.close", { account: account.id })}
                    label={`Close the account in ${account.app} ${account.tenant}`}
                    words="Close"
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {page.accounts
        .filter((account) => account.found.length > 0)
        .map((account) => (
          <p key={account.id} className="border-t border-line px-3 py-1.5 text-sm">
            <b className="text-warning">
              ▲ Found in {account.app} {account.tenant}, given by nobody here:
            </b>{" "}
            {account.found.join(", ")}. It is shown, and never taken away silently.
          </p>
        ))}
    </div>
  );
}

/** How old a fact is, under it. */
function Age({ at, otherwise, indented }: { at?: string | null | undefined; otherwise?: string; indented?: boolean }) {
  const now = useNow();
  const session = useSession();
  const words = at ? ago(at, now) : otherwise;
  return words === undefined ? null : (
    <span
      className={`block text-xs whitespace-nowrap text-soft ${indented ? "pl-[22px]" : ""}`}
      title={at ? moment(at, session.zone) : undefined}
    >
      {words}
    </span>
  );
}

const SENT: Record<Account["sent"]["state"], { words: (count: number) => string; tone: string }> = {
  REFUSED: { words: (many) => count(many, "step was refused", "steps were refused"), tone: "font-semibold text-error" },
  OPEN: { words: (many) => count(many, "step is under way", "steps are under way"), tone: "text-warning" },
  SKIPPED: { words: (many) => count(many, "step was skipped", "steps were skipped"), tone: "text-warning" },
  SENT: { words: () => "all sent", tone: "" },
  NOTHING: { words: () => "nothing yet", tone: "text-soft" },
};

function SentFact({ sent }: { sent: Account["sent"] }) {
  const { words, tone } = SENT[sent.state];
  const seesAll = useSeesAll();
  return (
    <>
      {sent.job && seesAll ? (
        <Link
          to="/changes/jobs/$id"
          params={{ id: sent.job }}
          className={`whitespace-nowrap hover:underline ${tone}`}
          aria-label={`${words(sent.count)}, open the job`}
        >
          {words(sent.count)}
        </Link>
      ) : (
        <span className={tone}>{words(sent.count)}</span>
      )}
      <Age at={sent.at} />
    </>
  );
}

function VerifiedFact({ verified }: { verified: Account["verified"] }) {
  const { words, tone } = verifiedWords(verified);
  return (
    <>
      <span className={tone}>{words}</span>
      <Age at={verified.askedAt} />
    </>
  );
}
