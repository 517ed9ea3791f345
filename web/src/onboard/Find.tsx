import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { peopleTableQuery } from "../api/peopleTableQueries";
import { directoryQuery, peopleQuery } from "../api/queries";
import { useSession } from "../session/hooks";
import { day, moment } from "../ui/dates";
import { EmptyItem, Read } from "../ui/states";
import { count } from "../ui/words";

type Found = Schemas["Found"];

/** Who is engaged and has not started, and whether they have what they will need. */
function Expected() {
  const session = useSession();
  const table = useInfiniteQuery(peopleTableQuery({ standing: ["EXPECTED"], sort: "BEGINS" }, []));
  const first = table.data?.pages[0];
  const rows = first?.rows.slice(0, MOST_EXPECTED) ?? [];
  return (
    <section>
      <h2>Starting soon</h2>
      <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
        {first?.total === 0 && <EmptyItem title="Nobody is due to start." />}
        {rows.map((row) => (
          <li key={row.id} className="flex items-center gap-3 px-3 py-1.5">
            <span className="min-w-0 flex-1">
              <b className="font-semibold">{row.name}</b>
              <br />
              <span className="text-sm text-soft">
                {[row.job, row.unit].filter((part) => part !== "").join(", ")}
                {row.from && ` · starts ${day(row.from, session.zone)}`}
              </span>
            </span>
            <span className={Object.keys(row.accounts).length === 0 ? "font-semibold text-warning" : "text-soft"}>
              {Object.keys(row.accounts).length === 0
                ? "▲ no account"
                : count(Object.keys(row.accounts).length, "account")}
            </span>
            <Link to="/people/$id" params={{ id: row.id }} className="btn btn-sm">
              Open
            </Link>
          </li>
        ))}
      </ul>
      {first !== undefined && first.total > rows.length && (
        <Link to="/people/table" search={{ standing: ["EXPECTED"] }} className="btn btn-sm mt-2">
          All {first.total}
        </Link>
      )}
    </section>
  );
}

const MOST_EXPECTED = 12;

/** Looks for the newcomer in the directories from the first letters, and among those who are here already. */
export function Find({
  typed: first,
  onFound,
  onNew,
}: {
  typed: string;
  onFound: (found: Found) => void;
  onNew: (given: string, family: string) => void;
}) {
  const session = useSession();
  const [typed, setTyped] = useState(first);
  const text = typed.trim();
  const directory = useQuery(directoryQuery(text));
  const here = useQuery({ ...peopleQuery(text), enabled: text.length > 1 });
  const [given = "", ...rest] = text.split(/\s+/);
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Who is it?">
      <h1>Who is new?</h1>
      <p className="text-soft">Type the first letters of a name, a handle, an address or a staff number.</p>
      <input
        aria-label="Search the directories"
        className="input mt-3 h-10 w-full max-w-xl"
        placeholder="For example “od”"
        autoFocus
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      <div className="mt-4 grid gap-5 min-[1000px]:grid-cols-2 min-[1500px]:grid-cols-3">
        <section>
          <h2>{text === "" ? "New in the directories" : "In the directories"}</h2>
          <Read of={directory} what="the directories">
            {(data) => (
              <>
                {data.silent.map((one) => (
                  <p key={one} role="alert" className="font-semibold text-error">
                    ▲ {one}
                  </p>
                ))}
                <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
                  {data.found.length === 0 && <EmptyItem title="No directory knows that." />}
                  {data.found.map((found) => (
                    <li key={`${found.directory} ${found.entryId}`} className="flex items-center gap-3 px-3 py-1.5">
                      <span className="min-w-0 flex-1">
                        <b className="font-semibold">
                          {found.givenName} {found.familyName}
                        </b>{" "}
                        <span className="font-mono text-sm text-soft">{found.userId}</span>
                        <br />
                        <span className="text-sm text-soft">
                          {[found.title, found.kind, found.number].filter(Boolean).join(" · ")}
                          {found.created && text === "" && ` · since ${moment(found.created, session.zone)}`}
                        </span>
                        {found.like && (
                          <Link to="/directories" className="block text-sm font-semibold underline">
                            ▲ Like {found.like}, who is here: compare them
                          </Link>
                        )}
                      </span>
                      {found.person ? (
                        <Link to="/people/$id" params={{ id: found.person }} className="btn btn-sm">
                          Here already
                        </Link>
                      ) : (
                        <button type="button" className="btn btn-primary btn-sm" onClick={() => onFound(found)}>
                          Onboard
                        </button>
                      )}
                    </li>
                  ))}
                </ul>
              </>
            )}
          </Read>
        </section>
        <section>
          {text.length > 1 && (
            <>
              <h2>Here already</h2>
              <ul className="card-plain mt-1.5 mb-4 divide-y divide-[var(--line)]">
                {(here.data?.people ?? []).slice(0, 6).map((person) => (
                  <li key={person.id} className="flex items-center gap-3 px-3 py-1.5">
                    <span className="min-w-0 flex-1">
                      <b className="font-semibold">{person.name}</b>
                      <br />
                      <span className="text-sm text-soft">
                        {[person.number, person.job, person.unit].filter((part) => part !== "").join(", ")}
                      </span>
                    </span>
                    <Link to="/people/$id" params={{ id: person.id }} className="btn btn-sm">
                      Open
                    </Link>
                  </li>
                ))}
                {here.data?.people.length === 0 && <EmptyItem title="Nobody here is called that." />}
              </ul>
            </>
          )}
          <h2>In no directory</h2>
          <p className="mt-1 text-soft">Somebody without a directory entry can be added by hand.</p>
          <button type="button" className="btn btn-sm mt-2" onClick={() => onNew(given, rest.join(" "))}>
            {text === "" ? "Add somebody by hand" : `Add “${text}” by hand`}
          </button>
        </section>
        <Expected />
      </div>
    </section>
  );
}
