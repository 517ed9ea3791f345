import { useQueries, useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { absenceCoverQuery, personQuery } from "../api/queries";
import { useMay, useNow, useSession } from "../session/hooks";
import { day, dayAfter, isoDay, isoLastDay, lastDay } from "../ui/dates";
import { PlainDay } from "../ui/plainDay";
import { PersonPicker } from "../ui/personPicker";
import { PlainField, Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import {
  coverWords,
  entriesOfAbsence,
  givenLines,
  leftOut,
  lineKey,
  MANNERS,
  type Away,
  type Manner,
  type Seats,
} from "./absence";

type Page = Schemas["PersonPage"];
interface Colleague {
  id: string;
  name: string;
}

/** Somebody is away: from when until when, and who has which of their roles as long. */
export function AbsencePage() {
  const { id } = useParams({ from: "/people/$id/absence" });
  const { absence, as } = useSearch({ from: "/people/$id/absence" });
  const page = useQuery(personQuery(id));
  const mayPrepare = useMay("PREPARE");
  if (!mayPrepare) {
    return (
      <Empty title="You may look, but not prepare changes.">Somebody who manages administrators can allow it.</Empty>
    );
  }
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Absence">
      <Read of={page} what="the person">
        {(data) => <Form key={absence} page={data} absence={absence} as={as} />}
      </Read>
    </section>
  );
}

function Form({ page, absence, as }: { page: Page; absence: string | undefined; as: Manner | undefined }) {
  const session = useSession();
  const now = useNow();
  const known = page.absences.find((one) => one.id === absence);
  const before: Away | undefined =
    known === undefined
      ? undefined
      : {
          id: known.id,
          person: page.person.id,
          manner: known.manner,
          seats: known.seats,
          from: known.from ? isoDay(known.from, session.zone) : "",
          until: known.until ? isoLastDay(known.until, session.zone) : "",
          because: known.reason,
        };
  const today = isoDay(new Date(now).toISOString(), session.zone);
  const [away, setAway] = useState<Away>(
    before ?? { person: page.person.id, manner: as ?? "AWAY", seats: "KEPT", from: today, until: "", because: "" },
  );
  const [colleagues, setColleagues] = useState<readonly Colleague[]>([]);
  const [struck, setStruck] = useState<ReadonlySet<string>>(new Set());
  const [kept, setKept] = useState<string>();
  const { act, isPending, error } = useAct();
  const from = away.from === "" ? today : away.from;
  const until = away.until === "" ? undefined : `${dayAfter(away.until)}T00:00:00Z`;
  const plans = useQueries({
    queries: colleagues.map((one) => absenceCoverQuery(page.person.id, one.id, `${from}T00:00:00Z`, until)),
  });
  const covers = colleagues.map((one, place) => ({
    by: one.id,
    lines: givenLines(
      plans[place]?.data?.lines ?? [],
      new Set([...struck].filter((key) => key.startsWith(one.id)).map((key) => key.slice(one.id.length + 1))),
    ),
  }));
  const stops = away.manner !== "AWAY";
  // sign-in stops from now on, and not from this morning
  const isFromNow = stops && before === undefined && away.from === today;
  const entries = entriesOfAbsence({ ...away, from: isFromNow ? "" : away.from }, before, covers);
  const key = JSON.stringify([away, covers.map((cover) => [cover.by, cover.lines.map(lineKey)])]);
  const isKept = kept === key && error === null;
  const given = covers.reduce((sum, cover) => sum + cover.lines.length, 0);
  return (
    <>
      <h1>
        Absence of{" "}
        <Link to="/people/$id" params={{ id: page.person.id }} className="hover:underline">
          {page.person.name}
        </Link>
      </h1>
      <p className="text-soft">
        They keep what they hold. Access that colleagues get as cover ends with the absence, even if the return date
        changes.
      </p>
      {before === undefined &&
        page.absences.map((one) => (
          <p key={one.id} className="mt-1">
            Already recorded: {one.from ? `from ${day(one.from, session.zone)}` : "from the beginning"}
            {one.until ? ` until ${lastDay(one.until, session.zone)}` : ", return open"}.{" "}
            <Link
              to="/people/$id/absence"
              params={{ id: page.person.id }}
              search={(search) => ({ ...search, absence: one.id })}
              className="btn btn-xs"
            >
              Change that one
            </Link>
          </p>
        ))}
      <div className="mt-3 grid max-w-6xl items-start gap-6 min-[1100px]:grid-cols-[minmax(300px,1fr)_2fr]">
        <section aria-labelledby="when-away">
          <h2 id="when-away">What and when</h2>
          <Radios
            name="manner"
            label="Sign-in"
            choices={MANNERS.map((one) => ({ value: one.manner, name: one.name, words: one.words }))}
            value={away.manner}
            onChange={(manner) => setAway({ ...away, manner })}
          />
          <div className="mt-2 grid grid-cols-2 gap-3">
            <PlainDay label="First day" value={away.from} onKeep={(next) => setAway({ ...away, from: next })} />
            {away.manner === "SUSPENSION" ? (
              <p className="self-end pb-1.5 text-sm text-soft">No last day: until it is lifted</p>
            ) : (
              <PlainDay
                label="Last day"
                hint="Empty: return not known yet"
                value={away.until}
                onKeep={(next) => setAway({ ...away, until: next })}
              />
            )}
          </div>
          {isFromNow && <p className="mt-1 text-sm text-soft">Starts as soon as the change is applied.</p>}
          {stops && (
            <Radios
              name="seats"
              label="Seats"
              choices={SEATS}
              value={away.seats}
              onChange={(seats) => setAway({ ...away, seats })}
            />
          )}
          <PlainField
            label="Reason"
            isOptional={!stops}
            value={away.because}
            onChange={(because) => setAway({ ...away, because })}
          />
        </section>
        <section aria-labelledby="who-covers">
          <h2 id="who-covers">Who covers</h2>
          {colleagues.map((one, place) => (
            <Colleague
              key={one.id}
              colleague={one}
              plan={plans[place]?.data}
              given={covers[place]?.lines.length ?? 0}
              struck={struck}
              onStrike={setStruck}
              onRemove={() => setColleagues(colleagues.filter((other) => other.id !== one.id))}
            />
          ))}
          <div className="mt-1.5 max-w-sm">
            <PersonPicker
              label="Add a colleague to cover"
              placeholder={colleagues.length === 0 ? "Find a colleague" : "Add another colleague"}
              onPick={(one) =>
                one.id !== page.person.id &&
                !colleagues.some((other) => other.id === one.id) &&
                setColleagues([...colleagues, one])
              }
            />
          </div>
          {colleagues.length === 0 && (
            <p className="mt-1 text-sm text-soft">Nobody has to: an absence can be recorded without cover.</p>
          )}
        </section>
      </div>
      <Told error={error ?? plans.find((plan) => plan.error !== null)?.error ?? null} />
      <p className="mt-4 flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={entries.length === 0 || isPending || isKept || plans.some((plan) => plan.isLoading)}
          onClick={() => {
            act(`Absence of ${page.person.name}`, ...entries);
            setKept(key);
          }}
        >
          Add to the draft
        </button>
        {isKept && !isPending ? (
          <span role="status" className="text-success">
            ✓ In the draft. Review it below.
          </span>
        ) : (
          <span className="text-soft">
            {given === 0 ? "The absence only" : `The absence, and ${count(given, "role")} for as long as it lasts`}
          </span>
        )}
      </p>
    </>
  );
}

const SEATS: readonly RadioChoice<Seats>[] = [
  { value: "KEPT", name: "Keep", words: "Their seats stay taken." },
  { value: "RELEASED", name: "Release", words: "Others may have them until the day of the return." },
];

interface RadioChoice<T extends string> {
  value: T;
  name: string;
  words: string;
}

/** One of a few, each with what it means. */
function Radios<T extends string>({
  name,
  label,
  choices,
  value,
  onChange,
}: {
  name: string;
  label: string;
  choices: readonly RadioChoice<T>[];
  value: T;
  onChange: (value: T) => void;
}) {
  return (
    <fieldset className="mt-2">
      <legend className="text-xs font-semibold text-soft">{label}</legend>
      {choices.map((one) => (
        <label key={one.value} className="flex min-h-7 cursor-pointer items-baseline gap-2 py-1">
          <input
            type="radio"
            name={name}
            className="radio radio-xs relative top-0.5"
            checked={value === one.value}
            onChange={() => onChange(one.value)}
          />
          <span>
            <b className="font-semibold">{one.name}.</b> <span className="text-soft">{one.words}</span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}

function Colleague({
  colleague,
  plan,
  given,
  struck,
  onStrike,
  onRemove,
}: {
  colleague: Colleague;
  plan: Schemas["AbsenceCoverView"] | undefined;
  given: number;
  struck: ReadonlySet<string>;
  onStrike: (next: ReadonlySet<string>) => void;
  onRemove: () => void;
}) {
  return (
    <div className="card-plain mt-1.5">
      <div className="flex items-center gap-2 px-3 pt-1.5">
        <b className="font-semibold">{colleague.name}</b>
        <span className="text-soft">{plan === undefined ? "…" : coverWords(plan.lines, given)}</span>
        <button type="button" className="btn btn-xs ml-auto" onClick={onRemove}>
          Remove
        </button>
      </div>
      {plan !== undefined && plan.lines.length === 0 && (
        <p className="px-3 py-1.5 text-soft">There is no role to cover at that time.</p>
      )}
      <ul className="mt-1 divide-y divide-[var(--line)]">
        {plan?.lines.map((line) => {
          const key = `${colleague.id} ${lineKey(line)}`;
          const isGivable = line.verdict === "GIVEN";
          return (
            <li key={key}>
              <label className="flex min-h-8 flex-wrap items-center gap-x-2 px-3 py-1">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  disabled={!isGivable}
                  checked={isGivable && !struck.has(key)}
                  onChange={() => {
                    const next = new Set(struck);
                    if (!next.delete(key)) {
                      next.add(key);
                    }
                    onStrike(next);
                  }}
                />
                <b className="font-semibold">{line.roleName}</b>
                <span className="text-sm text-soft">
                  <TenantDot colour={line.colour} />
                  {line.tenantName}, {line.areaName ?? "everywhere"}
                  {line.byGroup && `, from ${line.byGroup}`}
                </span>
                <span
                  className={`ml-auto text-sm ${line.verdict === "CONFLICTS" ? "font-semibold text-error" : "text-soft"}`}
                >
                  {leftOut(line)}
                </span>
              </label>
            </li>
          );
        })}
      </ul>
      {plan !== undefined && plan.hidden > 0 && (
        <p className="border-t border-line px-3 py-1.5 text-sm text-soft">
          {count(plan.hidden, "more role")} in tenants that you do not administer.
        </p>
      )}
    </div>
  );
}
