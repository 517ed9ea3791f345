import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { chainQuery, logQuery, type LogWanted } from "../api/queries";
import { useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { isDay } from "../ui/dayText";
import { DayInput } from "../ui/dayInput";
import { Empty, Read } from "../ui/states";
import { NextPage } from "../ui/nextPage";
import { whyWords } from "../ui/words";
import { verifiedWords } from "./verifiedWords";

const DAYS = [
  ["from", "From"],
  ["until", "To"],
] as const;

export function LogPage() {
  const navigate = useNavigate();
  const session = useSession();
  const { q, by, from, until } = useSearch({ from: "/log" });
  // what is no day narrows nothing, and its field says so
  const wanted: LogWanted = { q, by, from: dayOnly(from), until: dayOnly(until) };
  const typedDays = { from, until };
  const [typed, setTyped] = useState(q ?? "");
  const asked = useRef(q ?? "");
  useEffect(() => {
    // asked for from elsewhere, and not typed here
    if ((q ?? "") !== asked.current) {
      asked.current = q ?? "";
      setTyped(q ?? "");
    }
  }, [q]);
  const log = useInfiniteQuery(logQuery(wanted));
  const want = (more: LogWanted) =>
    void navigate({ to: "/log", search: (before) => ({ ...before, ...more }), replace: true });
  const csv = new URLSearchParams(
    Object.entries(wanted).filter((pair): pair is [string, string] => pair[1] !== undefined),
  );
  const lines = log.data?.pages.flatMap((page) => page.lines) ?? [];
  const actors = log.data?.pages[0]?.actors ?? [];
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Log">
      <h1>Log</h1>
      <p className="text-soft">
        What was changed, by whom and when. Lines are only ever added, numbered without gaps and bound to each other.
      </p>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <Labelled label="Search">
          <input
            className="input h-9 w-72"
            placeholder="A handle, a role, a reason, a ticket"
            value={typed}
            onChange={(event) => {
              asked.current = event.target.value;
              setTyped(event.target.value);
              want({ q: event.target.value === "" ? undefined : event.target.value });
            }}
          />
        </Labelled>
        <Labelled label="By">
          <select
            className="select h-9 w-36"
            value={by ?? ""}
            onChange={(event) => want({ by: event.target.value === "" ? undefined : event.target.value })}
          >
            <option value="">Anybody</option>
            {actors.map((actor) => (
              <option key={actor}>{actor}</option>
            ))}
          </select>
        </Labelled>
        {DAYS.map(([name, label]) => (
          <Labelled key={name} label={label}>
            <DayInput
              label={label}
              className="h-9 w-40"
              towards="past"
              value={typedDays[name] ?? ""}
              wrong={typedDays[name] !== wanted[name]}
              onKeep={(value) => want({ [name]: value === "" ? undefined : value })}
            />
          </Labelled>
        ))}
        <a className="btn h-9" href={`/api/v1/log/csv?${csv.toString()}`} download>
          Save as CSV
        </a>
        <Verify />
      </div>
      <Read of={log} what="the log">
        {() =>
          lines.length === 0 ? (
            <div className="card-plain mt-3">
              <Empty title="No line is like that." />
            </div>
          ) : (
            <>
              <table className="card-plain mt-3 w-full">
                <thead>
                  <tr className="text-left text-xs text-soft">
                    <th className="w-16 px-3 py-1.5 font-semibold">No.</th>
                    <th className="w-44 px-2 font-semibold">When</th>
                    <th className="px-2 font-semibold">What</th>
                    <th className="w-24 px-2 font-semibold">By</th>
                  </tr>
                </thead>
                <tbody>
                  {lines.map((line, place) => (
                    <tr key={line.number} className="h-8 border-t border-line align-top">
                      <td className="px-3 py-1 font-mono text-sm">{line.number}</td>
                      <td className="px-2 py-1 text-sm whitespace-nowrap" title={line.at}>
                        {moment(line.at, session.zone)}
                      </td>
                      <td className="px-2 py-1 text-sm break-words">
                        <span className="font-mono">{line.sentence}</span>
                        {lines[place - 1]?.changeset !== line.changeset && <Why of={line} />}
                      </td>
                      <td className="px-2 py-1 text-sm">{line.actor}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <NextPage of={log}>Show older lines</NextPage>
            </>
          )
        }
      </Read>
    </section>
  );
}

/** Follows the chain that binds the lines, when somebody asks. */
function Verify() {
  const chain = useQuery({ ...chainQuery, enabled: false });
  const found = chain.data;
  return (
    <>
      <button type="button" className="btn h-9" disabled={chain.isFetching} onClick={() => void chain.refetch()}>
        {chain.isFetching ? "Verifying…" : "Verify"}
      </button>
      <p role="status" className="basis-full text-sm">
        {chain.error !== null && <b className="text-error">▲ {chain.error.message}</b>}
        {found !== undefined && !chain.isFetching && (
          <>
            <b className={found.broken === undefined ? "text-success" : "text-error"}>{verifiedWords(found)}</b>{" "}
            <span className="font-mono text-xs break-all text-soft">last link {found.last}</span>
          </>
        )}
      </p>
    </>
  );
}

/** Once for all lines that were written together; what the sentence says already is not said twice. */
function Why({ of: line }: { of: Schemas["Written"] }) {
  const words = whyWords(line.sentence.includes(line.reason) ? "" : line.reason, line.ticket);
  return words === "" ? null : <span className="block text-soft">{words}</span>;
}

function dayOnly(text: string | undefined): string | undefined {
  return text !== undefined && isDay(text) ? text : undefined;
}

function Labelled({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <label className="block text-xs font-semibold text-soft">
      {label}
      <span className="mt-0.5 block font-normal text-base-content">{children}</span>
    </label>
  );
}
