import { useQuery } from "@tanstack/react-query";
import { Link, Navigate } from "@tanstack/react-router";
import { useState } from "react";
import { deskQuery } from "../api/queries";
import { tenantsQuery } from "../api/tenantQueries";
import { useNow, useSeesAll, useSession } from "../session/hooks";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { Arrange } from "./Arrange";
import { DeskLines } from "./DeskLine";
import { DeskTenants } from "./DeskTenants";
import { Hints } from "./Hints";
import { counted, grouped, sectionsIn, type Desk } from "./items";
import { Pins } from "./Pins";

/** Whoever sees only their scope begins with the people in it. */
export function DeskPage() {
  const seesAll = useSeesAll();
  return seesAll ? <Whole /> : <Navigate to="/people" replace />;
}

function Whole() {
  const desk = useQuery(deskQuery);
  const session = useSession();
  const [isArranging, setArranging] = useState(false);
  const isNew = useQuery(tenantsQuery).data?.length === 0;
  return (
    <>
      <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Desk">
        <div className="flex items-start gap-3">
          <div className="flex-1">
            <h1>Good day, {session.name.split(" ")[0]}</h1>
            {desk.data !== undefined && <Summary desk={desk.data} />}
          </div>
          <button
            type="button"
            className="btn btn-sm"
            aria-expanded={isArranging}
            onClick={() => setArranging(!isArranging)}
          >
            Arrange
          </button>
        </div>
        <Hints />
        <Read of={desk} what="the Desk">
          {(data) => (
            <>
              {isArranging && <Arrange order={data.order} />}
              {isNew && (
                <p className="card-plain mt-4 flex items-center gap-4 px-4 py-3">
                  <span className="flex-1">
                    <b>No tenant is connected yet.</b> Directory, units, tenant: what Wexa needs is done in a few steps.
                  </span>
                  <Link to="/setup" className="btn btn-primary btn-sm">
                    Set up
                  </Link>
                </p>
              )}
              {data.items.length === 0 && !isNew && (
                <Empty title="All quiet">What comes up will stand here, most urgent first.</Empty>
              )}
              <Sections desk={data} />
              {data.quiet.length > 0 && <Quiet desk={data} />}
            </>
          )}
        </Read>
      </section>
      <aside
        aria-label="Pins and tenants"
        className="w-80 shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4 max-[1100px]:w-64"
      >
        <Pins />
        <DeskTenants />
      </aside>
    </>
  );
}

function Summary({ desk }: { desk: Desk }) {
  const scheduled = counted(desk, ["SCHEDULED"]).all;
  return (
    <p className="text-soft">
      {desk.total === 0
        ? "Nothing needs attention."
        : `${count(desk.total, "thing needs", "things need")} attention today.`}
      {scheduled > 0 && ` ${count(scheduled, "person has", "people have")} changes scheduled.`}
    </p>
  );
}

function Sections({ desk }: { desk: Desk }) {
  const session = useSession();
  const now = useNow();
  return sectionsIn(desk.order)
    .filter((section) => !desk.order.hidden.includes(section.key))
    .map((section) => {
      const items = desk.items.filter(
        (item) => section.kinds.includes(item.kind) && (item.isMine || !desk.order.onlyMine),
      );
      const { all, more } = counted(desk, section.kinds);
      const others = all - more - items.length;
      return all === 0 ? null : (
        <section key={section.key} aria-labelledby={`desk-${section.key}`} className="mt-4">
          <h2 id={`desk-${section.key}`}>
            {section.title} <span className="font-sans text-sm font-normal text-soft">{all}</span>
          </h2>
          <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
            {grouped(items, session.zone, now).map((lines) => (
              <DeskLines key={lines.key} lines={lines} />
            ))}
            {others > 0 && <li className="px-3 py-2 text-soft">{count(others, "line")} not assigned to you</li>}
            {more > 0 && <li className="px-3 py-2 text-soft">and {more} more</li>}
          </ul>
        </section>
      );
    });
}

function Quiet({ desk }: { desk: Desk }) {
  const session = useSession();
  const now = useNow();
  return (
    <details className="mt-5">
      <summary className="cursor-pointer text-soft">{count(desk.quiet.length, "line")} hidden until later</summary>
      <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
        {desk.quiet
          .flatMap((item) => grouped([item], session.zone, now))
          .map((lines) => (
            <DeskLines key={lines.key} lines={lines} />
          ))}
      </ul>
    </details>
  );
}
