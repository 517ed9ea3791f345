import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import type { Schemas } from "../api/client";
import { helpQuery } from "../api/queries";
import { useMay, useMaySend, useNow, useSeesAll, useSession } from "../session/hooks";
import { ago, moment } from "../ui/dates";
import { Told } from "../ui/plainField";
import { Square } from "../ui/square";
import { Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { CannotDo } from "./CannotDo";
import { useReadAgain, useSendAgain } from "./mutations";

type Help = Schemas["HelpView"];
type Finding = Help["findings"][number];

/** Why somebody cannot sign in or cannot do something, with what helps and grants nothing. */
export function HelpPerson() {
  const { id } = useParams({ from: "/help/$id" });
  const help = useQuery(helpQuery(id));
  const seesAll = useSeesAll();
  return (
    <Read of={help} what="why">
      {(data) => (
        <>
          <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="What stands in the way">
            <Heading help={data} />
            <Findings help={data} />
            <Accounts help={data} />
            {seesAll && data.messages.length > 0 && <Messages help={data} />}
          </section>
          <aside
            aria-label="Cannot do something"
            className="w-[340px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4 max-[1100px]:w-[280px]"
          >
            <CannotDo key={id} person={id} help={data} />
          </aside>
        </>
      )}
    </Read>
  );
}

function Heading({ help }: { help: Help }) {
  const parts = [help.person.number, help.person.job, help.person.unit, help.mail ?? "no e-mail", help.phone ?? ""];
  return (
    <div className="flex items-start gap-3">
      <div className="min-w-0 flex-1">
        <h1>{help.person.name}</h1>
        <p className="text-soft">{parts.filter((part) => part !== "").join(" · ")}</p>
      </div>
      <Link to="/people/$id" params={{ id: help.person.id }} className="btn btn-sm">
        Open the page
      </Link>
    </div>
  );
}

function Findings({ help }: { help: Help }) {
  const stops = help.findings.filter((one) => one.severity === "STOPS");
  return (
    <>
      <h2 className="mt-4">
        {help.findings.length === 0
          ? "Nothing stands in the way, as far as Wexa knows"
          : stops.length > 0
            ? "What stands in the way"
            : "What may be the reason"}
      </h2>
      {help.findings.length === 0 ? (
        <p className="mt-1 text-soft">
          Every account is open and as it should be. Ask what they see when they try, and what they want to do.
        </p>
      ) : (
        <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
          {help.findings.map((one) => (
            <FindingLine key={`${one.code} ${one.title}`} one={one} />
          ))}
        </ul>
      )}
    </>
  );
}

function FindingLine({ one }: { one: Finding }) {
  return (
    <li className="flex items-start gap-3 px-3 py-2">
      <span aria-hidden className={`w-4 shrink-0 ${one.severity === "STOPS" ? "text-error" : "text-warning"}`}>
        {one.severity === "STOPS" ? "⊘" : "▲"}
      </span>
      <span className="min-w-0 flex-1">
        <b className="font-semibold">
          <span className="sr-only">{one.severity === "STOPS" ? "Stops: " : "May be the reason: "}</span>
          {typeof one.colour === "number" && <TenantDot colour={one.colour} />}
          {one.title}
        </b>
        <span className="block text-soft">{one.text}</span>
      </span>
      {one.target && one.help === "SEND" && <Send message={one.target} />}
      {one.target && one.help === "READ" && <ReadAgain tenant={one.target} />}
      {one.help === "ASK" && <span className="shrink-0 text-sm text-soft">for an administrator</span>}
    </li>
  );
}

function Send({ message }: { message: string }) {
  const send = useSendAgain(message);
  const maySend = useMaySend();
  return (
    <span className="shrink-0 text-right">
      <button
        type="button"
        className="btn btn-primary btn-sm"
        disabled={!maySend || send.isPending || send.isSuccess}
        title={maySend ? undefined : "You may look, but not send"}
        onClick={() => send.mutate()}
      >
        {send.isSuccess ? "On its way" : "Send again"}
      </button>
      <Told error={send.error} />
    </span>
  );
}

function ReadAgain({ tenant }: { tenant: string }) {
  const read = useReadAgain(tenant);
  const mayHelp = useMay("HELP");
  return (
    <span className="shrink-0 text-right">
      <button
        type="button"
        className="btn btn-sm"
        disabled={!mayHelp || read.isPending}
        title={mayHelp ? undefined : "You may look, but not ask tenants"}
        onClick={() => read.mutate()}
      >
        {read.isPending ? "Reading…" : "Read again"}
      </button>
      <Told error={read.error} />
    </span>
  );
}

function Accounts({ help }: { help: Help }) {
  const now = useNow();
  const session = useSession();
  return (
    help.accounts.length > 0 && (
      <>
        <h2 className="mt-5">How they sign in</h2>
        <table className="card-plain mt-1.5 w-full">
          <thead>
            <tr className="text-left text-xs text-soft">
              <th className="px-3 py-1.5 font-semibold">In</th>
              <th className="px-2 font-semibold">As</th>
              <th className="px-2 font-semibold">Account</th>
              <th className="px-2 font-semibold">Seat</th>
              <th className="px-2 font-semibold">Read back</th>
            </tr>
          </thead>
          <tbody>
            {help.accounts.map((account) => (
              <tr key={account.id} className="h-9 border-t border-line">
                <td className="px-3 font-semibold whitespace-nowrap">
                  <TenantDot colour={account.colour} />
                  {account.app} · {account.tenant}
                </td>
                <td className="px-2 font-mono text-sm select-all">{account.userName}</td>
                <td className="px-2">{account.state === "OPEN" ? "open" : "closed"}</td>
                <td className="px-2">{account.seat ?? "none"}</td>
                <td className="px-2" title={account.readAt ? moment(account.readAt, session.zone) : undefined}>
                  <span className="flex items-center gap-1.5">
                    <Square square={account.square} />
                    {account.difference === "" ? "matches" : account.difference},{" "}
                    {account.readAt ? ago(account.readAt, now) : "never read"}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </>
    )
  );
}

const LINK: Record<Help["messages"][number]["link"], string> = {
  NONE: "no link",
  GOOD: "link good",
  EXPIRED: "link expired",
  USED: "link used",
  ENDED: "a newer one took its place",
};

const STATE: Record<string, string> = {
  WAITING: "waits for the accounts",
  READY: "waits to be sent",
  GOING: "goes out",
  SENDING: "goes out",
  SENT: "sent",
  FAILED: "could not be sent",
  DROPPED: "left out",
};

function Messages({ help }: { help: Help }) {
  const session = useSession();
  return (
    <>
      <h2 className="mt-5">What they were told</h2>
      <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
        {help.messages.map((one) => (
          <li key={one.message} className="flex items-center gap-3 px-3 py-1.5">
            <Link to="/messages" search={{ id: one.message }} className="font-semibold hover:underline">
              {STATE[one.state] ?? one.state}
              {one.sentAt && ` ${moment(one.sentAt, session.zone)}`}
            </Link>
            <span className="flex-1 text-soft">
              {LINK[one.link]}
              {one.link === "GOOD" && one.expiresAt && ` until ${moment(one.expiresAt, session.zone)}`}
            </span>
            {one.isSendable && <Send message={one.message} />}
          </li>
        ))}
      </ul>
    </>
  );
}
