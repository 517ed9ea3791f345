import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { chainQuery, logCountsQuery, logQuery, type LogWanted } from "../api/queries";
import { useExportLog } from "../api/exports";
import { useSession } from "../session/hooks";
import { ColumnMenu } from "../ui/columnMenu";
import { moment } from "../ui/dates";
import { isDay } from "../ui/dayText";
import { DayInput } from "../ui/dayInput";
import { Empty, Read } from "../ui/states";
import { Told } from "../ui/plainField";
import { NextPage } from "../ui/nextPage";
import { whyWords } from "../ui/words";
import { inWantedOrder } from "../ui/workList";
import { verifiedWords } from "./verifiedWords";

const DAYS = [
  ["from", "From"],
  ["until", "To"],
] as const;

export function LogPage() {
  const navigate = useNavigate();
  const { q, by, from, until, cols } = useSearch({ from: "/log" });
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
  const handOver = useExportLog();
  const narrowed = Object.fromEntries(
    Object.entries(wanted).filter((pair): pair is [string, string] => pair[1] !== undefined),
  );
  const lines = log.data?.pages.flatMap((page) => page.lines) ?? [];
  const shown = inWantedOrder(COLUMNS, cols ?? SHOWN);
  return (
    <>
      <section
        aria-label="Filter"
        className="w-56 shrink-0 overflow-auto border-r border-base-300 bg-base-100 px-3 py-2.5 max-[700px]:w-full"
      >
        <input
          aria-label="Search the log"
          className="input w-full"
          placeholder="Search"
          value={typed}
          onChange={(event) => {
            asked.current = event.target.value;
            setTyped(event.target.value);
            want({ q: event.target.value === "" ? undefined : event.target.value });
          }}
        />
        <div className="mt-3 grid grid-cols-1 gap-2 border-t border-line pt-2">
          {DAYS.map(([name, label]) => (
            <Labelled key={name} label={label}>
              <DayInput
                label={label}
                className="h-8 w-full"
                towards="past"
                value={typedDays[name] ?? ""}
                wrong={typedDays[name] !== wanted[name]}
                onKeep={(value) => want({ [name]: value === "" ? undefined : value })}
              />
            </Labelled>
          ))}
        </div>
        <By wanted={wanted} onWant={want} />
      </section>
      <section aria-label="Log" className="flex min-w-0 flex-1 flex-col">
        <div className="flex flex-wrap items-center gap-2 border-b border-base-300 px-4 py-2.5">
          <h1 className="min-w-0 flex-1 text-lg!">Log</h1>
          <ColumnMenu
            columns={COLUMNS}
            shown={shown.map((column) => column.key)}
            onChange={(next) =>
              void navigate({ to: "/log", search: (before) => ({ ...before, cols: next }), replace: true })
            }
          />
          <Told error={handOver.error} />
          <button
            type="button"
            className="btn btn-sm"
            disabled={handOver.isPending}
            title="All lines that match, with a cover that says what they are; the log keeps the digest"
            onClick={() => handOver.mutate(narrowed)}
          >
            {handOver.isPending ? "Exporting…" : "Export"}
          </button>
          <Verify />
        </div>
        <div className="min-h-0 flex-1 overflow-auto px-4 pb-4">
          <Read of={log} what="the log">
            {() =>
              lines.length === 0 ? (
                <Empty title="No line is like that.">Remove a condition on the left.</Empty>
              ) : (
                <>
                  <table className="w-full">
                    <thead className="sticky top-0 bg-base-200">
                      <tr className="text-left text-xs text-soft">
                        {shown.map((column) => (
                          <th key={column.key} scope="col" className={`px-2 py-1.5 font-semibold ${column.width}`}>
                            {column.name}
                          </th>
                        ))}
                      </tr>
                    </thead>
                    <tbody>
                      {lines.map((line, place) => (
                        <tr key={line.number} className="h-8 border-t border-line align-top">
                          {shown.map((column) => (
                            <td key={column.key} className="px-2 py-1 text-sm break-words">
                              <Cell
                                column={column.key}
                                line={line}
                                isFirst={lines[place - 1]?.changeset !== line.changeset}
                                hasReason={shown.some((one) => one.key === "reason")}
                              />
                            </td>
                          ))}
                        </tr>
                      ))}
                    </tbody>
                  </table>
                  <NextPage of={log}>Show older lines</NextPage>
                </>
              )
            }
          </Read>
        </div>
      </section>
    </>
  );
}

const COLUMNS = [
  { key: "number", name: "No.", width: "w-16" },
  { key: "at", name: "When", width: "w-40" },
  { key: "what", name: "What", width: "" },
  { key: "by", name: "By", width: "w-28" },
  { key: "version", name: "Version", width: "w-20" },
  { key: "reason", name: "Reason", width: "w-48" },
  { key: "ticket", name: "Ticket", width: "w-28" },
] as const;
const SHOWN = ["at", "what", "by"];

function Cell({
  column,
  line,
  isFirst,
  hasReason,
}: {
  column: (typeof COLUMNS)[number]["key"];
  line: Schemas["Written"];
  isFirst: boolean;
  hasReason: boolean;
}) {
  const session = useSession();
  switch (column) {
    case "number":
      return <span className="font-mono">{line.number}</span>;
    case "at":
      return (
        <span className="whitespace-nowrap" title={line.at}>
          {moment(line.at, session.zone)}
        </span>
      );
    case "what":
      return (
        <>
          <span className="font-mono">{line.sentence}</span>
          {isFirst && !hasReason && <Why of={line} />}
        </>
      );
    case "by":
      return line.actor;
    case "version":
      return line.changeset === undefined ? (
        ""
      ) : (
        <Link
          to="/changes/versions/$version"
          params={{ version: String(line.changeset) }}
          className="font-mono hover:underline"
        >
          {line.changeset}
        </Link>
      );
    case "reason":
      return line.reason;
    case "ticket":
      return line.ticket;
  }
}

/** Who wrote how many of the lines; one of them narrows to theirs. */
function By({ wanted, onWant }: { wanted: LogWanted; onWant: (more: LogWanted) => void }) {
  const counts = useQuery(logCountsQuery(wanted)).data ?? [];
  const known = counts.some((one) => one.actor === wanted.by) || wanted.by === undefined;
  const all = known ? counts : [...counts, { actor: wanted.by ?? "", lines: 0 }];
  return (
    <fieldset className="mt-3 border-t border-line pt-2">
      <legend className="float-left mb-1 w-full font-semibold">By</legend>
      {all.map((one) => (
        <label key={one.actor} className="clear-left flex min-h-7 cursor-pointer items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={wanted.by === one.actor}
            onChange={() => onWant({ by: wanted.by === one.actor ? undefined : one.actor })}
          />
          <span className="min-w-0 flex-1 truncate">{one.actor}</span>
          <span className="text-soft">{one.lines}</span>
        </label>
      ))}
    </fieldset>
  );
}

/** Follows the chain that binds the lines, when somebody asks. */
function Verify() {
  const chain = useQuery({ ...chainQuery, enabled: false });
  const found = chain.data;
  return (
    <>
      <button type="button" className="btn btn-sm" disabled={chain.isFetching} onClick={() => void chain.refetch()}>
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
