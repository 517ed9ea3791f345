import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { accessQuery, messagesAboutQuery, personQuery, type Cell } from "../api/queries";
import { EndButton } from "../changes/EndButton";
import { OwnFields } from "../fields/OwnFields";
import { OCCASIONS, stateWord } from "../messages/words";
import { useMay, useNow, useSeesAll, useSession } from "../session/hooks";
import { AccessTable } from "../ui/accessTable";
import { day, lastDay, moment } from "../ui/dates";
import { Days, dayWord } from "../ui/days";
import { Square } from "../ui/square";
import { Empty, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { ThreadKey } from "../ui/threads";
import { engagementKind, groupWay } from "../ui/words";
import { Absences } from "./Absences";
import { Accounts } from "./Accounts";
import { IdentityLine } from "./IdentityLine";
import { Engagements } from "./Engagements";
import { Why } from "./Why";

type Page = Schemas["PersonPage"];

export function PersonPage() {
  const { id } = useParams({ from: "/people/$id" });
  return <Person key={id} id={id} />;
}

function Person({ id }: { id: string }) {
  const session = useSession();
  const seesAll = useSeesAll();
  const now = useNow();
  const page = useQuery(personQuery(id));
  const [asked, setAsked] = useState<string>();
  // of somebody who is still to come the first day is what counts
  const first = page.data?.person.standing === "EXPECTED" ? (page.data.person.from ?? undefined) : undefined;
  const at = asked ?? first;
  const access = useQuery({ ...accessQuery(id, undefined, at), enabled: page.isSuccess });
  const when = at === undefined ? "today" : dayWord(at, now, session.zone);
  const [chosen, setChosen] = useState<Cell>();
  return (
    <>
      <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Person">
        <Read of={page} what="the person">
          {(data) => (
            <>
              <Heading page={data} />
              <OwnFields page={data} />
              <Engagements page={data} />
              <Absences page={data} />
              <Accounts page={data} />
              <div className="mt-5 mb-1.5 flex flex-wrap items-center gap-2">
                <h2>
                  What {data.givenName} can do {when === "today" ? "today" : `from ${when}`}
                </h2>
                {data.moments.length > 0 && (
                  <span role="group" aria-label="Look at another day" className="flex flex-wrap gap-1">
                    <Days now={now} coming={data.moments} zone={session.zone} shown={when} onShow={setAsked} />
                  </span>
                )}
              </div>
              <Read of={access} what="what they can do">
                {(can) =>
                  can.tenants.length === 0 ? (
                    <div className="card-plain">
                      <Empty
                        title={`${data.givenName} can do nothing anywhere ${when === "today" ? "today" : `from ${when}`}`}
                      >
                        No role reaches them, and there is no account.
                      </Empty>
                    </div>
                  ) : (
                    <>
                      {can.inert.map((one) => (
                        <p key={`${one.role} ${one.tenant}`} className="mb-1.5 font-semibold text-error">
                          ▲ “{one.role}” in {one.tenant} grants nothing without an area.
                        </p>
                      ))}
                      <AccessTable access={can} title="Record and area" chosen={chosen} onChoose={setChosen} />
                      <ThreadKey />
                    </>
                  )
                }
              </Read>
              <Belonging page={data} />
              {seesAll && <Told person={id} />}
              {seesAll && <History page={data} />}
            </>
          )}
        </Read>
      </section>
      <aside
        aria-label="Why"
        className="w-[300px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4"
      >
        {chosen === undefined ? (
          <>
            <h2>Why</h2>
            <p className="mt-1 text-soft">
              Choose a word in the table: every way to it, what was read, and what the tenant answers stand here.
            </p>
          </>
        ) : (
          <Why person={id} cell={chosen} at={at} />
        )}
      </aside>
    </>
  );
}

const STATUS: Record<string, string> = {
  EXPECTED: "not started",
  HERE: "current",
  PAUSED: "on leave",
  SUSPENDED: "suspended",
  LEFT: "left",
  UNENGAGED: "not engaged",
};

function Heading({ page }: { page: Page }) {
  const { person } = page;
  const mayPrepare = useMay("PREPARE");
  const parts = [
    [person.job, person.unit].filter((part) => part !== "").join(", "),
    person.kind === "" ? "" : engagementKind(person.kind),
    page.mail ?? "no e-mail",
    page.phone ?? "",
    page.identity.state === "IN_DIRECTORY" ? `signs in through ${page.identity.home}` : "",
  ].filter((part) => part !== "");
  return (
    <div className="mb-3">
      <h1 className="flex items-center gap-2.5">
        {person.name}
        <span className="rounded border border-base-300 bg-base-100 px-2 font-sans text-sm font-normal tracking-normal">
          {STATUS[person.standing] ?? person.standing}
        </span>
      </h1>
      <p className="text-soft">{parts.join(" · ")}</p>
      <IdentityLine page={page} />
      {mayPrepare && <Acts person={person} />}
    </div>
  );
}

/** What can be begun with somebody; who left is brought back first. */
function Acts({ person }: { person: Page["person"] }) {
  const params = { id: person.id };
  return (
    <p className="mt-1 flex flex-wrap gap-1.5">
      {person.standing === "LEFT" ? (
        <Link to="/people/$id/return" params={params} className="btn btn-xs">
          Bring back
        </Link>
      ) : (
        <>
          <Link
            to="/onboard"
            search={(before) => ({ ...before, person: person.id, draft: before.draft })}
            className="btn btn-xs"
          >
            Add access
          </Link>
          <Link to="/roles/give" search={{ to: [`person:${person.id}`] }} className="btn btn-xs">
            Give a role
          </Link>
          <Link
            to="/people/$id/absence"
            params={params}
            search={(before) => ({ ...before, absence: undefined, as: undefined })}
            className="btn btn-xs"
          >
            Record an absence
          </Link>
          <Link to="/people/$id/move" params={params} className="btn btn-xs">
            Move
          </Link>
          <Link to="/people/$id/rename" params={params} className="btn btn-xs">
            Change name
          </Link>
        </>
      )}
      <Link to="/people/$id/offboard" params={params} className="btn btn-xs">
        {person.standing === "EXPECTED" ? "Will not start" : "Offboard"}
      </Link>
      <Link to="/people/$id/sign-in" params={params} className="btn btn-xs">
        Close sign-in
      </Link>
    </p>
  );
}

function Belonging({ page }: { page: Page }) {
  const session = useSession();
  const seesAll = useSeesAll();
  return (
    <div className="mt-4 grid gap-5 min-[1500px]:grid-cols-2">
      <section>
        <h2>
          Groups <span className="font-sans text-sm font-normal text-soft">{page.groups.length}</span>
        </h2>
        <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
          {page.groups.length === 0 && <li className="px-3 py-2 text-soft">In no group.</li>}
          {page.groups.map((group) => (
            <li key={`${group.id} ${group.from ?? ""}`} className="flex min-h-8 items-center gap-2 px-3 py-1">
              {seesAll ? (
                <Link to="/groups/$id" params={{ id: group.id }} className="font-semibold hover:underline">
                  {group.name}
                </Link>
              ) : (
                <b className="font-semibold">{group.name}</b>
              )}
              <span className="text-sm text-soft">
                {groupWay(group.kind)}
                {group.reason !== "" && `, “${group.reason}”`}
              </span>
              <Span from={group.from} until={group.until} zone={session.zone} />
              {group.membership && (
                <EndButton
                  draft={page.person.name}
                  entry={entry("membership.end", { membership: group.membership })}
                  label={group.from ? `Cancel membership of ${group.name}` : `Remove from ${group.name}`}
                  words={group.from ? "Cancel" : "Remove"}
                />
              )}
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h2>
          Roles <span className="font-sans text-sm font-normal text-soft">{page.roles.length}</span>
        </h2>
        <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
          {page.roles.length === 0 && <li className="px-3 py-2 text-soft">Has no role.</li>}
          {page.roles.map((role) => (
            <li key={role.assignment} className="flex min-h-8 flex-wrap items-center gap-x-2 px-3 py-1">
              <Square square={role.square} size={14} />
              {seesAll ? (
                <Link to="/roles/$id" params={{ id: role.role }} className="font-semibold hover:underline">
                  {role.name}
                </Link>
              ) : (
                <b className="font-semibold">{role.name}</b>
              )}
              <span className="text-sm text-soft">
                <TenantDot colour={role.colour} />
                {role.app} {role.tenant},{" "}
                {role.inert ? <b className="text-error">nowhere yet</b> : (role.area ?? "everywhere")}
                {role.throughGroup && `, from ${role.throughGroup}`}
                {role.coversFor && `, covers for ${role.coversFor}`}
              </span>
              <Span from={role.from} until={role.until} zone={session.zone} />
              {!role.throughGroup && (
                <EndButton
                  draft={page.person.name}
                  entry={entry("assignment.end", { assignment: role.assignment })}
                  label={`${role.from ? "Cancel" : "End"} ${role.name} in ${role.app} ${role.tenant}`}
                  words={role.from ? "Cancel" : "End"}
                />
              )}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

/** When it begins, if that is still to come, and when it ends. */
function Span({
  from,
  until,
  zone,
}: {
  from?: string | null | undefined;
  until?: string | null | undefined;
  zone: string;
}) {
  return (
    <span className="ml-auto text-sm font-semibold">
      {from && `from ${day(from, zone)} `}
      {until && `until ${lastDay(until, zone)}`}
    </span>
  );
}

/** What the person was written about their accounts. */
function Told({ person }: { person: string }) {
  const session = useSession();
  const messages = useQuery(messagesAboutQuery(person)).data ?? [];
  return messages.length === 0 ? null : (
    <section className="mt-4">
      <h2>
        Messages <span className="font-sans text-sm font-normal text-soft">{messages.length}</span>
      </h2>
      <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
        {messages.map((one) => (
          <li key={one.id}>
            <Link to="/messages" search={{ id: one.id }} className="row-hover flex items-center gap-3 px-3 py-1.5">
              <span className="min-w-0 flex-1 truncate">
                {OCCASIONS[one.occasion].title} <span className="text-soft">in {one.tenants.join(", ")}</span>
              </span>
              <b className={`text-sm ${one.state === "FAILED" ? "text-error" : ""}`}>{stateWord(one.state)}</b>
              <span className="w-36 text-right text-sm text-soft">
                {moment(one.sentAt ?? one.madeAt, session.zone)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

function History({ page }: { page: Page }) {
  const session = useSession();
  return (
    <section className="mt-4">
      <h2>History</h2>
      <ul className="mt-1.5 mb-4">
        {page.history.length === 0 && <li className="text-soft">Nothing was changed here since the records began.</li>}
        {page.history.map((line) => (
          <li key={line.number} className="flex gap-3 border-b border-line py-1">
            <span className="w-36 shrink-0 text-sm text-soft" title={line.at}>
              {moment(line.at, session.zone)}
            </span>
            <span className="font-mono text-sm">{line.sentence}</span>
            <span className="ml-auto shrink-0 text-sm text-soft">{line.actor}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
