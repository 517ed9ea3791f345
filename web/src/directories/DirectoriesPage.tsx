import { useQuery } from "@tanstack/react-query";
import { Link, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { type Schemas } from "../api/client";
import { entry, useAct } from "../api/drafts";
import { draftQuery } from "../api/changeQueries";
import { PAIRS, pairsQuery } from "../api/queries";
import { useMay, useMayEverywhere, useNow, useSession } from "../session/hooks";
import { ago, moment } from "../ui/dates";
import { Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { GroupShifts } from "./GroupShifts";
import { Connection } from "./Connection";
import { CASES, counted, joined, linesOf, takenOver, type Pair } from "./pairs";
import { useKeepApart, useReadDirectories } from "./mutations";

/** The directories as they were last read, and what does not go together, side by side. */
export function DirectoriesPage() {
  // a reading applies what the policy lets through
  const mayRead = useMayEverywhere("APPLY");
  const [limit, setLimit] = useState(PAIRS);
  const pairs = useQuery(pairsQuery(limit));
  const read = useReadDirectories();
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Directories">
      <div className="flex items-center gap-3">
        <h1>Directories</h1>
        {mayRead && (
          <button type="button" className="btn btn-xs" disabled={read.isPending} onClick={() => read.mutate()}>
            {read.isPending ? "Reading…" : "Read now"}
          </button>
        )}
      </div>
      <p className="text-soft">
        The source of identities. A reading that is empty or was cut off removes nobody, and nobody is merged without
        your confirmation.
      </p>
      <Told error={read.error} />
      <Read of={pairs} what="the directories">
        {(data) => (
          <>
            <ul className="mt-3 grid max-w-6xl gap-3 min-[900px]:grid-cols-2">
              {data.directories.map((one) => (
                <Directory key={one.key} one={one} />
              ))}
            </ul>
            {data.directories.length === 0 && <Empty title="No directory is set up" />}
            {data.pairs.length === 0 &&
              data.directories.length > 0 &&
              !data.directories.some((one) => one.shiftingInAll > 0) && (
                <div className="card-plain mt-5 max-w-6xl">
                  <Empty title="Everybody goes with their entry">What does not will stand here, side by side.</Empty>
                </div>
              )}
            {counted(data.pairs).map((one) => (
              <section key={one.kind} aria-labelledby={`case-${one.kind}`} className="mt-5 max-w-4xl">
                <h2 id={`case-${one.kind}`}>
                  {CASES[one.kind].title}{" "}
                  <span className="font-sans text-sm font-normal text-soft">{one.pairs.length}</span>
                </h2>
                <p className="text-sm text-soft">{CASES[one.kind].about}</p>
                <ul className="mt-1.5 space-y-3">
                  {one.pairs.map((pair) => (
                    <Side
                      key={`${pair.directory} ${pair.person.id} ${pair.listed?.id ?? ""}`}
                      pair={pair}
                      name={data.directories.find((each) => each.key === pair.directory)?.name ?? pair.directory}
                    />
                  ))}
                </ul>
              </section>
            ))}
            <GroupShifts directories={data.directories} />
            {data.total > data.pairs.length && (
              <p className="mt-3 flex items-center gap-3 text-soft">
                These are the first {data.pairs.length} of {data.total}.
                <button
                  type="button"
                  className="btn btn-sm"
                  disabled={pairs.isFetching}
                  onClick={() => setLimit(data.pairs.length + PAIRS)}
                >
                  Show more
                </button>
              </p>
            )}
          </>
        )}
      </Read>
    </section>
  );
}

const DISABLED: Record<Schemas["DirectoryView"]["disabled"], string> = {
  BY_WEXA: "Wexa disables entries of people who leave.",
  BY_HAND: "Entries of people who leave are disabled by hand.",
  NOT_KNOWN: "Not set how it marks an entry as disabled.",
};

function Directory({ one }: { one: Schemas["DirectoryView"] }) {
  const now = useNow();
  const session = useSession();
  return (
    <li className={`card-plain px-3 py-2 ${one.isPaused ? "opacity-80" : ""}`}>
      <span className="flex items-baseline gap-2">
        <b>{one.name}</b>
        <span className="ml-auto text-sm text-soft" title={one.doneAt ? moment(one.doneAt, session.zone) : undefined}>
          {one.doneAt ? `read ${ago(one.doneAt, now)}` : "not read yet"}
        </span>
      </span>
      <span className="block text-sm text-soft">
        {count(one.entries, "entry", "entries")} · {count(one.agreeing, "person agrees", "people agree")} ·{" "}
        {count(one.newcomers, "newcomer")}
        {typeof one.groups === "number" && <> · {one.groups === 0 ? "no groups" : count(one.groups, "group")}</>}
      </span>
      <span className="block text-sm text-soft">{DISABLED[one.disabled]}</span>
      {one.state === "FAILED" && !one.isPaused && (
        <b className="block text-sm text-error">▲ The last reading failed: {one.detail}. What was read before stays.</b>
      )}
      {one.state === "DONE" && one.detail !== "" && (
        <span className="block text-sm">
          <span className="text-warning">▲</span> {one.detail}.
        </span>
      )}
      {one.isPaused && <b className="block text-sm">Paused: it is not read until it is resumed.</b>}
      <Connection one={one} />
    </li>
  );
}

const LOOKS = { same: "", differs: "font-bold", plain: "" } as const;

function Side({ pair, name }: { pair: Pair; name: string }) {
  const lines = linesOf(pair);
  return (
    <li className="card-plain p-3">
      <table className="w-full table-fixed">
        <thead>
          <tr className="text-left text-xs text-soft">
            <th className="w-28 font-semibold" />
            <th className="font-semibold">Here</th>
            <th className="font-semibold">In the {name}</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.name} className="align-top">
              <th scope="row" className="py-0.5 text-left text-sm font-normal text-soft">
                {line.name}
              </th>
              <td className={`py-0.5 pr-2 break-words ${LOOKS[line.is]}`}>{line.here === "" ? "–" : line.here}</td>
              <td className={`py-0.5 break-words ${LOOKS[line.is]}`}>
                {line.there === "" ? "–" : line.there}
                {line.is === "same" && <span className="ml-1.5 text-sm font-normal text-soft">the same</span>}
                {line.is === "differs" && <span className="ml-1.5 text-sm font-normal text-soft">differs</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Acts pair={pair} />
    </li>
  );
}

function Acts({ pair }: { pair: Pair }) {
  const mayPrepare = useMay("PREPARE");
  const { act, error, isPending } = useAct();
  const { draft } = useSearch({ from: "__root__" });
  const open = useQuery({ ...draftQuery(draft ?? ""), enabled: draft !== undefined });
  const drafted = open.data?.entries.some((one) => one.form === "person.edit" && one.fields.person === pair.person.id);
  const apart = useKeepApart();
  // who is linked to an entry that is still there is hardly another one as well
  const isElsewhere = pair.person.entry !== undefined && pair.person.entry !== null;
  const name = `${pair.person.given} ${pair.person.family}`;
  const put = (fields: Record<string, string>) => act(name, entry("person.edit", fields));
  const button = (words: string, onClick: () => void, isFirst = false) => (
    <button
      type="button"
      className={`btn btn-xs ${isFirst ? "btn-primary" : ""}`}
      aria-label={`${words}: ${name}`}
      disabled={isPending || apart.isPending}
      onClick={onClick}
    >
      {words}
    </button>
  );
  return (
    <>
      <div className="mt-2 flex flex-wrap items-center gap-1.5">
        {mayPrepare && drafted !== true && (
          <>
            {pair.kind === "COLLIDES" && (
              <>
                {button(
                  "They are two",
                  () =>
                    apart.mutate({ directory: pair.directory, entry: pair.listed?.id ?? "", person: pair.person.id }),
                  isElsewhere,
                )}
                {button(
                  isElsewhere ? "They are one: link to this entry instead" : "They are one: join",
                  () => put(joined(pair)),
                  !isElsewhere,
                )}
                {pair.differing.length > 0 &&
                  button("Join, and use the directory's details", () => put(takenOver(pair)))}
              </>
            )}
            {(pair.kind === "RENAMED" || pair.kind === "DIFFERS") &&
              button("Use the directory's details", () => put(takenOver(pair)), true)}
            {pair.kind === "VANISHED" && button("Unlink", () => put({ person: pair.person.id, entry: "" }), true)}
          </>
        )}
        {drafted === true && <span className="text-sm font-semibold text-primary">in the draft</span>}
        <Link to="/people/$id" params={{ id: pair.person.id }} className="btn btn-xs">
          Open {name}
        </Link>
      </div>
      <Told error={error ?? apart.error} />
    </>
  );
}
