import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { importsQuery } from "../api/queries";
import { useMay, useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { EmptyItem, Read } from "../ui/states";
import { Choose } from "./Choose";

const SHEETS = [
  { sheet: "PEOPLE", name: "People", about: "who they are, why they are here, the groups they start in" },
  { sheet: "GROUPS", name: "Groups", about: "what they are called, who owns them, the rule of those that follow one" },
  { sheet: "MEMBERSHIPS", name: "Memberships", about: "who is in which group" },
  { sheet: "ASSIGNMENTS", name: "Role assignments", about: "who has which role in which tenant" },
] as const;

/** Tables in and out. */
export function ImportsPage() {
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  const imports = useQuery(importsQuery);
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Import">
      <h1>Import</h1>
      <p className="text-soft">
        A table is tried row by row before anything happens. Rows without errors become one draft; nothing is created
        twice.
      </p>
      <div className="mt-4 grid gap-6 min-[1100px]:grid-cols-[1.2fr_1fr]">
        <div>
          {mayPrepare && <Choose words="Choose a table, or drop it here" />}
          <h2 className="mt-6">Recent imports</h2>
          <Read of={imports} what="tables">
            {(data) => (
              <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
                {data.length === 0 && <EmptyItem title="No table was brought in yet" />}
                {data.map((one) => (
                  <li key={one.id}>
                    <Link
                      to="/import/$id"
                      params={{ id: one.id }}
                      className="row-hover flex min-h-9 items-center gap-3 px-3 py-1"
                    >
                      <b className="min-w-0 truncate font-semibold">{one.name}</b>
                      <span className="text-sm text-soft">
                        {SHEETS.find((sheet) => sheet.sheet === one.sheet)?.name ?? one.sheet} · {one.owner}
                      </span>
                      <span className="ml-auto shrink-0 text-sm text-soft">{moment(one.createdAt, session.zone)}</span>
                    </Link>
                  </li>
                ))}
              </ul>
            )}
          </Read>
        </div>
        <section>
          <h2>Templates, and tables of what is there</h2>
          <p className="text-soft">What is there, brought in again, changes nothing.</p>
          <ul className="mt-1.5 grid gap-3 min-[1500px]:grid-cols-2">
            {SHEETS.map((one) => (
              <li key={one.sheet} className="card-plain px-3 py-2">
                <b className="font-semibold">{one.name}</b>
                <p className="text-sm text-soft">{one.about}</p>
                <p className="mt-1.5 flex flex-wrap gap-2">
                  <a className="btn btn-xs" href={`/api/v1/imports/sheets/${one.sheet}?filled=false`} download>
                    {one.name}: empty table
                  </a>
                  <a className="btn btn-xs" href={`/api/v1/imports/sheets/${one.sheet}`} download>
                    {one.name}: what is there
                  </a>
                  {one.sheet === "PEOPLE" && (
                    <a className="btn btn-xs" href="/api/v1/imports/people.ldif" download>
                      People: as LDIF
                    </a>
                  )}
                </p>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </section>
  );
}
