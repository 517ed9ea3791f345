import { useQuery } from "@tanstack/react-query";
import { Link, Navigate, Outlet, useNavigate, useParams, useRouterState, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { peopleQuery } from "../api/queries";
import { useMay, useNow, useSession } from "../session/hooks";
import { VirtualList } from "../ui/list";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { statusOf } from "./status";

type Row = Schemas["PersonRow"];

export function PeoplePage() {
  const navigate = useNavigate();
  const { q } = useSearch({ from: "/people" });
  const { id } = useParams({ strict: false });
  const [typed, setTyped] = useState(q ?? "");
  const people = useQuery(peopleQuery(q ?? ""));
  const mayPrepare = useMay("PREPARE");
  // whoever is most urgent stands first, and is shown until somebody else is chosen
  const first = people.data?.people[0];
  // on the way to another place this list is still drawn, and must not lead back
  const isPlace = useRouterState({ select: (state) => state.location.pathname === "/people" });
  return (
    <>
      <section aria-label="People" className="flex w-[272px] shrink-0 flex-col border-r border-base-300 bg-base-100">
        <div className="border-b border-base-300 px-3.5 py-2.5">
          <div className="relative">
            <input
              aria-label="Search people"
              className="input h-9 w-full pr-24"
              placeholder="Name, job, unit"
              value={typed}
              onChange={(event) => {
                setTyped(event.target.value);
                void navigate({
                  to: ".",
                  search: (before) => ({ ...before, q: event.target.value === "" ? undefined : event.target.value }),
                  replace: true,
                });
              }}
            />
            <span role="status" className="pointer-events-none absolute top-2 right-2.5 text-sm text-soft">
              {people.data === undefined ? "" : count(people.data.total, "person", "people")}
            </span>
          </div>
          {mayPrepare && (
            <div className="mt-2 grid grid-cols-[1fr_auto] gap-2">
              <Link to="/onboard" search={{ draft: undefined }} className="btn btn-sm">
                Onboard somebody
              </Link>
              <Link to="/import" className="btn btn-sm">
                Import
              </Link>
            </div>
          )}
          <Link
            to="/people/table"
            search={(before) => ({ draft: before.draft, q })}
            className="row-hover -mx-1.5 mt-1.5 flex rounded px-1.5 py-1 font-semibold"
          >
            As a table <span className="ml-auto font-normal text-soft">filter, and act on many</span>
          </Link>
        </div>
        <Read of={people} what="people">
          {(data) =>
            data.people.length === 0 ? (
              <Empty title="No one found.">Try fewer letters, a job or a unit.</Empty>
            ) : (
              <List rows={data.people} openId={id} />
            )
          }
        </Read>
      </section>
      <div className="flex min-w-0 flex-1">
        {q !== undefined && people.data?.people.length === 0 && !people.isPlaceholderData ? (
          <div className="grid flex-1 place-items-center">
            <Empty title="Nobody to show">No one found; type fewer letters.</Empty>
          </div>
        ) : isPlace && first !== undefined ? (
          <Navigate to="/people/$id" params={{ id: first.id }} search={(before) => before} replace />
        ) : isPlace ? (
          <div className="grid flex-1 place-items-center">
            <Empty title="Nobody to show">Type fewer letters in the search.</Empty>
          </div>
        ) : (
          <Outlet />
        )}
      </div>
    </>
  );
}

function List({ rows, openId }: { rows: Row[]; openId: string | undefined }) {
  const navigate = useNavigate();
  const session = useSession();
  const now = useNow();
  return (
    <VirtualList
      items={rows}
      label="List of people"
      rowHeight={52}
      keyOf={(row) => row.id}
      isOpen={(row) => row.id === openId}
      onOpen={(row) => void navigate({ to: "/people/$id", params: { id: row.id }, search: (before) => before })}
    >
      {(row) => {
        const note = statusOf(row, session.zone, now);
        return (
          <div className="flex h-full items-center">
            <Link
              to="/people/$id"
              params={{ id: row.id }}
              search={(before) => before}
              className="row-hover flex h-full min-w-0 flex-1 items-center gap-2 px-3.5"
              activeProps={{ className: "bg-chosen shadow-[inset_4px_0_var(--color-primary)]" }}
            >
              <span className="min-w-0 flex-1">
                <b className="block truncate font-semibold">{row.name}</b>
                <span className="block truncate text-sm text-soft">
                  {[row.job, row.unit].filter((part) => part !== "").join(", ")}
                </span>
              </span>
              {note !== "" && (
                <span
                  className={`shrink-0 text-xs ${["LEFT", "PAUSED", "SUSPENDED"].includes(row.standing) ? "text-soft" : "font-semibold"}`}
                >
                  {note}
                </span>
              )}
            </Link>
          </div>
        );
      }}
    </VirtualList>
  );
}
