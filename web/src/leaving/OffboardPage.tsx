import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useState, type ReactNode } from "react";
import { entry, useStartDraft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { leavingQuery } from "../api/leavingQueries";
import { useMay, useNow, useSession } from "../session/hooks";
import { instantOf, isoDay, lastDay, moment } from "../ui/dates";
import { DayInput } from "../ui/dayInput";
import { Told } from "../ui/plainField";
import { Square } from "../ui/square";
import { Empty, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { Successors, TakesOver, type Successor } from "./HandOver";
import { Removal } from "./Removal";
import { entryWords, fateWords, isByHand, isThroughGroup, placesOf, responsibilityWords, type Holding } from "./words";

type Leaving = Schemas["LeavingView"];
type When = "now" | "last" | "at";

/** Somebody leaves: what they hold, what becomes of each, who takes over, and the draft that does it. */
export function OffboardPage() {
  const { id } = useParams({ from: "/people/$id/offboard" });
  return <Offboard key={id} id={id} />;
}

function Offboard({ id }: { id: string }) {
  const session = useSession();
  const now = useNow();
  const { ending } = useSearch({ from: "/people/$id/offboard" });
  const [when, setWhen] = useState<When>();
  const [date, setDate] = useState(() => isoDay(new Date(now + 86_400_000).toISOString(), session.zone));
  const [time, setTime] = useState("18:00");
  const [rest, setRest] = useState<Successor>();
  const [of, setOf] = useState<Readonly<Record<string, Successor>>>({});
  const [known, setKnown] = useState<string>();
  const chosen = when ?? (known === undefined ? "now" : "last");
  const at = chosen === "last" ? known : chosen === "at" ? instantOf(date, time, session.zone) : undefined;
  const leaving = useQuery({
    ...leavingQuery(id, {
      at,
      ending: ending === undefined ? [] : [ending],
      successor: rest?.id,
      successors: Object.fromEntries(Object.entries(of).map(([fact, one]) => [fact, one.id])),
    }),
    placeholderData: keepPreviousData,
  });
  const last = leaving.data?.lastDay ?? undefined;
  // what is offered first follows from what the first answer tells
  if (
    last !== undefined &&
    known === undefined &&
    new Date(last).getTime() > now &&
    leaving.data?.person.standing !== "EXPECTED"
  ) {
    setKnown(last);
  }
  return (
    <Read of={leaving} what="what they hold">
      {(data) => (
        <>
          <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Offboarding">
            <h1>{isComing(data) ? `${data.person.name} will not start` : `Offboard ${data.person.name}`}</h1>
            <p className="text-soft">
              {[data.person.job, data.person.unit, data.person.number].filter((part) => part !== "").join(" · ")}
              {data.lastDay && ` · last day ${lastDay(data.lastDay, session.zone)}`}
            </p>
            {isComing(data) && (
              <p className="mt-1">
                Whatever was prepared for them is cancelled: invitations are withdrawn, accounts closed, seats given
                back. The handle and their user names stay reserved, so that nobody else gets them.
              </p>
            )}
            <div role="group" aria-label="When" className="mt-3 flex flex-wrap items-end gap-2" hidden={isComing(data)}>
              <Choice isOn={chosen === "now"} onChoose={() => setWhen("now")}>
                Now
              </Choice>
              {known !== undefined && (
                <Choice isOn={chosen === "last"} onChoose={() => setWhen("last")}>
                  When the last day is over, {moment(known, session.zone)}
                </Choice>
              )}
              <Choice isOn={chosen === "at"} onChoose={() => setWhen("at")}>
                At a set time
              </Choice>
              {chosen === "at" && (
                <>
                  <DayInput label="Day" value={date} onKeep={setDate} className="h-8 w-40" />
                  <input
                    type="time"
                    aria-label="Time"
                    className="input h-8 w-32"
                    value={time}
                    onChange={(event) => setTime(event.target.value)}
                  />
                </>
              )}
            </div>
            <Engagements leaving={data} id={id} />
            <Holdings
              leaving={data}
              of={of}
              rest={rest}
              onSuccessor={(fact, one) =>
                setOf(
                  one === undefined
                    ? Object.fromEntries(Object.entries(of).filter(([key]) => key !== fact))
                    : { ...of, [fact]: one },
                )
              }
            />
          </section>
          <aside
            aria-label="Decide"
            className="w-[330px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4 max-[1100px]:w-[280px]"
          >
            <Warnings leaving={data} />
            <TakesOver leaving={data} rest={rest} onRest={setRest} />
            <DraftIt leaving={data} at={at} />
            {!isComing(data) && (
              <p className="mb-5">
                <Link to="/people/$id/sign-in" params={{ id }} className="btn w-full">
                  Must be out now: close sign-in
                </Link>
              </p>
            )}
            <Removal person={id} />
          </aside>
        </>
      )}
    </Read>
  );
}

/** Who has not started yet leaves nothing: what was prepared for them is cancelled. */
function isComing(leaving: Leaving): boolean {
  return leaving.person.standing === "EXPECTED";
}

function Choice({ isOn, onChoose, children }: { isOn: boolean; onChoose: () => void; children: ReactNode }) {
  return (
    <button type="button" className={`btn btn-sm ${isOn ? "btn-primary" : ""}`} aria-pressed={isOn} onClick={onChoose}>
      {children}
    </button>
  );
}

/** Of several engagements one can end alone: then only what it gives ends with it. */
function Engagements({ leaving, id }: { leaving: Leaving; id: string }) {
  const session = useSession();
  return leaving.engagements.length < 2 ? null : (
    <div className="card-plain mt-3 px-3 py-2" role="group" aria-label="Which engagement ends">
      <p className="font-semibold">{count(leaving.engagements.length, "engagement")}: which of them ends?</p>
      <ul className="mt-1">
        <li>
          <Link
            to="/people/$id/offboard"
            params={{ id }}
            search={(before) => ({ draft: before.draft })}
            className="link"
          >
            All of them
          </Link>
        </li>
        {leaving.engagements.map((one) => (
          <li key={one.id}>
            <Link
              to="/people/$id/offboard"
              params={{ id }}
              search={(before) => ({ draft: before.draft, ending: one.id })}
              className="link"
            >
              Only {one.text}
            </Link>
            {one.until && <span className="text-soft"> until {lastDay(one.until, session.zone)}</span>}
            <span className="text-soft">{one.isEnding ? " · ends" : " · stays"}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Holdings({
  leaving,
  of,
  rest,
  onSuccessor,
}: {
  leaving: Leaving;
  of: Readonly<Record<string, Successor>>;
  rest: Successor | undefined;
  onSuccessor: (fact: string, one: Successor | undefined) => void;
}) {
  const places = placesOf(leaving.holdings);
  if (places.length === 0 && leaving.secrets.length === 0 && !leaving.directory) {
    return (
      <div className="card-plain mt-4">
        <Empty title={`${leaving.person.name} holds nothing`}>No account, group, role or seat is left.</Empty>
      </div>
    );
  }
  return (
    <table className="card-plain mt-4 w-full">
      <thead>
        <tr className="text-left text-xs text-soft">
          <th className="w-40 px-3 py-1.5 font-semibold">Where</th>
          <th className="px-2 font-semibold">What they hold</th>
          <th className="px-2 font-semibold">What happens</th>
          <th className="w-28 px-2 font-semibold">As last read</th>
        </tr>
      </thead>
      {leaving.directory && (
        <tbody>
          <tr className="h-9 border-t border-base-300">
            <th scope="rowgroup" className="px-3 py-1.5 text-left font-semibold">
              {leaving.directory.directory}
            </th>
            <td className="px-2 py-1 font-semibold">directory entry</td>
            <td className={`px-2 py-1 ${isByHand(leaving.directory) ? "font-semibold text-warning" : ""}`}>
              {entryWords(leaving.directory)}
            </td>
            <td />
          </tr>
        </tbody>
      )}
      {places.map((place) => (
        <tbody key={place.key}>
          {place.holdings.map((one, at) => (
            <tr
              key={`${one.what} ${one.fact} ${one.title} ${at}`}
              className={`h-9 ${at === 0 ? "border-t border-base-300" : "border-t border-line"}`}
            >
              {at === 0 && (
                <th scope="rowgroup" rowSpan={place.holdings.length} className="px-3 py-1.5 text-left align-top">
                  {place.colour !== undefined && <TenantDot colour={place.colour} />}
                  <b className="font-semibold">{place.name}</b>
                </th>
              )}
              <td className="px-2 py-1">
                {responsibilityWords(one.what) !== undefined && (
                  <span className="text-soft">{responsibilityWords(one.what)} </span>
                )}
                <b className="font-semibold">{one.title}</b>
                {one.through !== "" && <span className="block text-sm text-soft">{one.through}</span>}
              </td>
              <td className="px-2 py-1">
                {responsibilityWords(one.what) === undefined ? (
                  <Fate of={one} />
                ) : (
                  <Successors of={one} own={of[one.fact]} rest={rest} onSuccessor={onSuccessor} />
                )}
              </td>
              <td className="px-2">{one.read !== "" && <Square square={one.read} size={14} />}</td>
            </tr>
          ))}
        </tbody>
      ))}
      {leaving.secrets.length > 0 && (
        <tbody>
          {leaving.secrets.map((one, at) => (
            <tr key={one.id} className={`h-9 ${at === 0 ? "border-t border-base-300" : "border-t border-line"}`}>
              {at === 0 && (
                <th
                  scope="rowgroup"
                  rowSpan={leaving.secrets.length}
                  className="px-3 py-1.5 text-left align-top font-semibold"
                >
                  Shared secrets
                </th>
              )}
              <td className="px-2 py-1">
                <span className="text-soft">knows </span>
                <b className="font-semibold">{one.name}</b>
                <span className="block text-sm text-soft">{one.where}</span>
              </td>
              <td className="px-2 py-1">
                <Link to="/secrets" hash={one.id} className="link">
                  {one.hasToBeChanged ? "▲ to be changed now" : `${one.owner.name} has to change it afterwards`}
                </Link>
              </td>
              <td />
            </tr>
          ))}
        </tbody>
      )}
    </table>
  );
}

function Fate({ of: one }: { of: Holding }) {
  const session = useSession();
  return (
    <span className={one.fate === "ELSEWHERE" ? "font-semibold text-warning" : one.fate === "STAYS" ? "text-soft" : ""}>
      {one.fate === "ELSEWHERE" && "▲ "}
      {fateWords(one)}
      {one.fate === "FOLLOWS" && !isThroughGroup(one) && one.until && `, ${lastDay(one.until, session.zone)}`}
    </span>
  );
}

function Warnings({ leaving }: { leaving: Leaving }) {
  return leaving.warnings.length === 0 ? null : (
    <section aria-label="Before you go on" className="mb-5">
      <h2>Before you go on</h2>
      <ul className="mt-1 space-y-2">
        {leaving.warnings.map((one) => (
          <li key={`${one.code} ${one.title}`}>
            <b className={`font-semibold ${one.isBlocking ? "text-error" : ""}`}>
              {one.isBlocking ? "⊘" : "▲"} {one.title}
            </b>
            <span className="block text-soft">{one.text}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function DraftIt({ leaving, at }: { leaving: Leaving; at: string | undefined }) {
  const session = useSession();
  const navigate = useNavigate();
  const mayPrepare = useMay("PREPARE");
  const start = useStartDraft((draft) => {
    void navigate({ to: "/changes/drafts/$id", params: { id: draft.id }, search: { draft: draft.id, later: at } });
  });
  const changes = leaving.holdings.flatMap((one) => (one.change ? [one.change] : []));
  const isBlocked = leaving.warnings.some((one) => one.isBlocking);
  return (
    <section aria-label="Draft" className="mb-5">
      {leaving.hidden > 0 && (
        <p className="mb-2 font-semibold text-warning">
          ▲ {count(leaving.hidden, "thing")} more in tenants outside your scope; somebody else has to end{" "}
          {leaving.hidden === 1 ? "it" : "them"}.
        </p>
      )}
      {mayPrepare && (
        <button
          type="button"
          className="btn btn-primary w-full"
          disabled={changes.length === 0 || isBlocked || start.isPending}
          onClick={() =>
            start.mutate({
              name: `${leaving.person.name} ${isComing(leaving) ? "will not start" : "leaves"}`,
              put: changes.map((change) => entry(change.form, change.fields)),
            })
          }
        >
          {changes.length === 0 ? "Nothing to do" : `Review ${count(changes.length, "change")}`}
        </button>
      )}
      {at !== undefined && changes.length > 0 && (
        <p className="mt-1 text-sm text-soft">To be applied {moment(at, session.zone)}: the review offers that time.</p>
      )}
      <Told error={start.error} />
    </section>
  );
}
