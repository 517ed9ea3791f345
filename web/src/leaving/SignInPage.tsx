import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { signInQuery } from "../api/leavingQueries";
import { personQuery } from "../api/queries";
import { EndButton } from "../changes/EndButton";
import { entry } from "../api/drafts";
import { useMay, useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { PlainField, Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { DirectoryEntry } from "./DirectoryEntry";
import { useCloseSignIn } from "./mutations";
import { isSettled, stillOpen, wayMark, waysWords } from "./ways";

type View = Schemas["UrgentView"];
type Closing = ReturnType<typeof useCloseSignIn>;

/** Somebody must be out now: one act closes every account of theirs, and each tenant is followed until it confirms. */
export function SignInPage() {
  const { id } = useParams({ from: "/people/$id/sign-in" });
  const person = useQuery(personQuery(id));
  const ways = useQuery(signInQuery(id));
  const close = useCloseSignIn(id);
  const name = person.data?.person.name ?? "";
  return (
    <Read of={ways} what="where they can sign in">
      {(view) => (
        <>
          <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Sign-in">
            <h1>Sign-in of {name}</h1>
            <p role="status" className={`text-lg ${isSettled(view) ? "text-success" : "font-semibold"}`}>
              {waysWords(view)}
            </p>
            {view.entry && (
              <div role="group" aria-label="Directory entry" className="card-plain mt-4 px-3 py-2">
                <DirectoryEntry person={id} entry={view.entry} />
              </div>
            )}
            <Ways view={view} />
            {view.hidden > 0 && (
              <p className="mt-2 font-semibold text-warning">
                ▲ {count(view.hidden, "account")} more in tenants that you do not see.
              </p>
            )}
          </section>
          <aside
            aria-label="Decide"
            className="w-[330px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4 max-[1100px]:w-[280px]"
          >
            {view.absence ? (
              <Suspended id={id} name={name} view={view} close={close} />
            ) : (
              <Close name={name} view={view} close={close} />
            )}
            <Left view={view} />
          </aside>
        </>
      )}
    </Read>
  );
}

function Ways({ view }: { view: View }) {
  if (view.ways.length === 0) {
    return (
      <div className="card-plain mt-4">
        <Empty title="No account in any tenant">There is nothing to close.</Empty>
      </div>
    );
  }
  return (
    <table className="card-plain mt-4 w-full">
      <thead>
        <tr className="h-9 text-left text-xs text-soft">
          <th className="px-3 font-semibold">Tenant</th>
          <th className="px-2 font-semibold">Account</th>
          <th className="px-2 font-semibold">Sign-in</th>
          <th className="w-36 px-3 text-right font-semibold">Confirmed after</th>
        </tr>
      </thead>
      <tbody>
        {view.ways.map((one) => {
          const mark = wayMark(one.way);
          return (
            <tr key={`${one.tenant} ${one.userName}`} className="h-10 border-t border-line">
              <th scope="row" className="px-3 text-left font-semibold">
                <TenantDot colour={one.colour} />
                {one.where}
              </th>
              <td className="px-2 font-mono text-sm">{one.userName}</td>
              <td className="px-2 py-1.5">
                <b className={`font-semibold ${mark.look}`}>
                  {mark.sign} {mark.words}
                </b>{" "}
                <span className="text-soft">{one.text}</span>
                {one.sessions !== "" && <span className="block text-sm text-soft">{one.sessions}</span>}
                {one.way === "BY_HAND" && (
                  <Link to="/tenants/$id" params={{ id: one.tenant }} className="link ml-2 text-sm">
                    Tasks
                  </Link>
                )}
                {one.job && one.way !== "CLOSED" && one.way !== "BY_HAND" && (
                  <Link to="/changes/jobs/$id" params={{ id: one.job }} className="link ml-2 text-sm">
                    Job
                  </Link>
                )}
              </td>
              <td className="px-3 text-right tabular-nums">
                {one.seconds == null ? "" : `${one.seconds.toFixed(1)} s`}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** The one act. A reason is asked for; nothing else stands in the way. */
function Close({ name, view, close }: { name: string; view: View; close: Closing }) {
  const mayApply = useMay("APPLY");
  const [reason, setReason] = useState("");
  const [ticket, setTicket] = useState("");
  const open = stillOpen(view).length;
  return (
    <section aria-label="Close now" className="mb-5">
      <h2>Close now</h2>
      {open === 0 && !view.mayBeSuspended ? (
        <p className="mt-1 text-soft">
          There is nothing to close: {name} is not here any more, and no account is open.
        </p>
      ) : !mayApply ? (
        <p className="mt-1 text-soft">You can look, but not apply changes. Ask an administrator who can.</p>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            close.mutate({ reason, ticket });
          }}
        >
          <p className="mt-1 text-soft">
            {view.mayBeSuspended
              ? `${name} is suspended at once. Every tenant closes the account ahead of all other work${view.entry?.mayAsk === true ? ", the directory entry is disabled," : ""} and nothing that gives them access is sent until somebody lifts the suspension. What they hold is kept, and a draft is prepared for removing it.`
              : `${name} has left. Every account that a tenant still has open is closed there, ahead of all other work. Nothing else is changed.`}
          </p>
          <PlainField label="Reason, kept in the log" value={reason} onChange={setReason} />
          <PlainField label="Ticket" isOptional value={ticket} onChange={setTicket} />
          <button
            type="submit"
            className="btn btn-error mt-3 w-full"
            disabled={reason.trim() === "" || close.isPending}
          >
            {close.isPending
              ? "Closing…"
              : open === 0
                ? "Suspend now"
                : `Close sign-in in ${count(open, "tenant")} now`}
          </button>
          <Told error={close.error} />
          <Problems close={close} />
        </form>
      )}
    </section>
  );
}

function Suspended({ id, name, view, close }: { id: string; name: string; view: View; close: Closing }) {
  const session = useSession();
  const mayApply = useMay("APPLY");
  const draft = close.data?.draft ?? view.rest;
  return (
    <section aria-label="Suspension" className="mb-5">
      <h2>Suspended</h2>
      <p className="mt-1">
        {view.since && <>since {moment(view.since, session.zone)}</>}
        {view.reason !== "" && <span className="text-soft"> “{view.reason}”</span>}
      </p>
      <div className="mt-2 grid gap-2">
        {draft && (
          <Link to="/changes/drafts/$id" params={{ id: draft }} search={{ draft }} className="btn btn-primary w-full">
            Review what else ends
          </Link>
        )}
        <Link to="/people/$id/offboard" params={{ id }} className={`btn w-full ${draft ? "" : "btn-primary"}`}>
          Offboard {name}
        </Link>
        {mayApply && !isSettled(view) && (
          <button
            type="button"
            className="btn w-full"
            disabled={close.isPending}
            onClick={() => close.mutate({ reason: view.reason === "" ? "tried again" : view.reason })}
          >
            {close.isPending ? "Trying…" : "Try again now"}
          </button>
        )}
        {view.absence && (
          <span className="text-center">
            <EndButton
              draft={name}
              entry={entry("absence.end", { absence: view.absence })}
              label={`Lift the suspension of ${name}`}
              words="Lift the suspension"
            />
          </span>
        )}
      </div>
      <Told error={close.error} />
      <Problems close={close} />
    </section>
  );
}

/** What a tenant did not let be done; the others went on. */
function Problems({ close }: { close: Closing }) {
  const problems = close.data?.problems ?? [];
  return problems.length === 0 ? null : (
    <ul role="alert" className="mt-3 space-y-1 font-semibold text-error">
      {problems.map((one) => (
        <li key={one}>⊘ {one}</li>
      ))}
    </ul>
  );
}

/** What the act does not reach. */
function Left({ view }: { view: View }) {
  return view.login == null && view.unowned.length === 0 ? null : (
    <section aria-label="Left to do">
      <h2>Left to do</h2>
      <ul className="mt-1 space-y-2">
        {view.login != null && (
          <li>
            <b className="font-semibold text-warning">▲ They administer Wexa as {view.login}</b>
            <Link to="/administrators" className="link block">
              End their access under Settings, Administrators
            </Link>
          </li>
        )}
        {view.unowned.length > 0 && (
          <li>
            <b className="font-semibold">Nobody else answers for</b>
            <span className="block text-soft">{view.unowned.join(", ")}</span>
          </li>
        )}
      </ul>
    </section>
  );
}
