import { useInfiniteQuery } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { securityLogQuery } from "../api/queries";
import { useSession } from "../session/hooks";
import { programWords } from "../session/program";
import { moment } from "../ui/dates";
import { Empty, Read } from "../ui/states";
import { isRefusal, KINDS, kindOf } from "./words";
import { NextPage } from "../ui/nextPage";

/** What happened at the doors, newest first. */
export function SecurityLogPage() {
  const navigate = useNavigate();
  const session = useSession();
  const { login, kind } = useSearch({ from: "/settings-layout/security-log" });
  const [typed, setTyped] = useState(login ?? "");
  const log = useInfiniteQuery(securityLogQuery({ login, kind: kindOf(kind ?? "") }));
  const want = (more: { login?: string | undefined; kind?: string | undefined }) =>
    void navigate({
      to: "/security-log",
      search: (before) => ({ draft: before.draft, login, kind, ...more }),
      replace: true,
    });
  const events = log.data?.pages.flatMap((page) => page.events) ?? [];
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Security log">
      <h1>Security log</h1>
      <p className="text-soft">Sign-ins, refused attempts, and changes to rights and connections. Kept for a year.</p>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <label className="text-xs font-semibold text-soft">
          Login
          <input
            className="input mt-0.5 block h-9 w-56 text-base font-normal text-base-content"
            placeholder="The whole login"
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value);
              want({ login: event.target.value.trim() === "" ? undefined : event.target.value.trim() });
            }}
          />
        </label>
        <label className="text-xs font-semibold text-soft">
          Event
          <select
            className="select mt-0.5 flex h-9 w-56 text-base font-normal text-base-content"
            value={kind ?? ""}
            onChange={(event) => want({ kind: event.target.value === "" ? undefined : event.target.value })}
          >
            <option value="">All events</option>
            {Object.entries(KINDS).map(([one, words]) => (
              <option key={one} value={one}>
                {words}
              </option>
            ))}
          </select>
        </label>
      </div>
      <Read of={log} what="the security log">
        {() =>
          events.length === 0 ? (
            <div className="card-plain mt-3">
              <Empty title="No events match." />
            </div>
          ) : (
            <>
              <table className="card-plain mt-3 w-full max-w-6xl">
                <thead>
                  <tr className="text-left text-xs text-soft">
                    <th className="w-44 px-3 py-1.5 font-semibold">When</th>
                    <th className="w-44 px-2 font-semibold">Event</th>
                    <th className="w-40 px-2 font-semibold">Login</th>
                    <th className="w-36 px-2 font-semibold">From</th>
                    <th className="px-2 font-semibold">Details</th>
                  </tr>
                </thead>
                <tbody>
                  {events.map((event) => (
                    <tr key={event.id} className="h-8 border-t border-line align-top">
                      <td className="px-3 py-1 text-sm whitespace-nowrap" title={event.at}>
                        {moment(event.at, session.zone)}
                      </td>
                      <td className={`px-2 py-1 ${isRefusal(event.kind) ? "font-semibold text-error" : ""}`}>
                        {isRefusal(event.kind) && "▲ "}
                        {KINDS[event.kind]}
                      </td>
                      <td className="px-2 py-1 font-mono text-sm break-all">{event.login}</td>
                      <td className="px-2 py-1 font-mono text-sm">{event.address}</td>
                      <td className="px-2 py-1 text-sm break-words text-soft" title={event.detail}>
                        {event.kind === "SIGNED_IN" ? programWords(event.detail) : event.detail}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <NextPage of={log}>Show older events</NextPage>
            </>
          )
        }
      </Read>
    </section>
  );
}
