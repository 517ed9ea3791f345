import { Link } from "@tanstack/react-router";
import { entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { EndButton } from "../changes/EndButton";
import { useMay, useSession } from "../session/hooks";
import { day, lastDay } from "../ui/dates";
import { TenantDot } from "../ui/tenants";

type Page = Schemas["PersonPage"];
type Absence = Page["absences"][number];

/** When the person is away, and who has what in their place. */
export function Absences({ page }: { page: Page }) {
  return page.absences.length === 0 ? null : (
    <section className="mt-4" aria-label="Absences">
      <h2>Away</h2>
      <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
        {page.absences.map((absence) => (
          <Line key={absence.id} page={page} absence={absence} />
        ))}
      </ul>
    </section>
  );
}

function standingWords(absence: Absence): string {
  switch (absence.manner) {
    case "AWAY":
      return absence.isNow ? "Away now" : "Will be away";
    case "LEAVE":
      return absence.isNow ? "On leave" : "Will be on leave";
    case "SUSPENSION":
      return absence.isNow ? "Suspended" : "Will be suspended";
  }
}

function Line({ page, absence }: { page: Page; absence: Absence }) {
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  const span = [
    absence.from ? `from ${day(absence.from, session.zone)}` : "",
    absence.until
      ? `until ${lastDay(absence.until, session.zone)}`
      : absence.manner === "SUSPENSION"
        ? "until lifted"
        : "return open",
  ].filter((part) => part !== "");
  return (
    <li className="px-3 py-1.5">
      <div className="flex flex-wrap items-center gap-x-2">
        <b className={`font-semibold ${absence.manner === "AWAY" ? "" : "text-warning"}`}>{standingWords(absence)}</b>
        <span>{span.join(", ")}</span>
        {absence.manner !== "AWAY" && absence.seats === "RELEASED" && <span className="text-soft">seats released</span>}
        {absence.reason !== "" && <span className="text-soft">“{absence.reason}”</span>}
        <span className="ml-auto">
          {mayPrepare && (
            <Link
              to="/people/$id/absence"
              params={{ id: page.person.id }}
              search={(before) => ({ ...before, absence: absence.id })}
              className="btn btn-xs"
            >
              Change or cover
            </Link>
          )}
          <EndButton
            draft={page.person.name}
            entry={entry("absence.end", { absence: absence.id })}
            label={
              !absence.isNow
                ? "Withdraw the absence"
                : absence.manner === "SUSPENSION"
                  ? `Lift the suspension of ${page.person.name}`
                  : `${page.person.name} is back`
            }
            words={!absence.isNow ? "Withdraw" : absence.manner === "SUSPENSION" ? "Lift" : "Is back"}
          />
        </span>
      </div>
      {absence.covers.length === 0 ? (
        <p className="text-sm text-soft">Nobody covers.</p>
      ) : (
        <ul className="mt-0.5">
          {absence.covers.map((cover) => (
            <li key={cover.assignment} className="flex flex-wrap items-center gap-x-2 text-sm">
              <Link to="/people/$id" params={{ id: cover.personId }} className="font-semibold hover:underline">
                {cover.person}
              </Link>
              <span>
                {cover.role} in <TenantDot colour={cover.colour} />
                {cover.tenant}
                {cover.area && `, ${cover.area}`}
              </span>
              <EndButton
                draft={page.person.name}
                entry={entry("assignment.end", { assignment: cover.assignment })}
                label={`End ${cover.role} of ${cover.person}`}
              />
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}
