import { useQuery } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import { entriesOf, useDraft, useStartDraft, type Draft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { accessQuery, catalogueQuery, directoryQuery, personQuery } from "../api/queries";
import { useMay, useNow, useSession } from "../session/hooks";
import { isoDay } from "../ui/dates";
import { Empty, Failure, Loading, Read } from "../ui/states";
import { aboutOne, byId } from "./about";
import { Accounts } from "./Accounts";
import { Find } from "./Find";
import { Groups } from "./Groups";
import { Like } from "./Like";
import { entriesFor } from "./newcomer";
import { handleFrom } from "./proposals";
import { Roles } from "./Roles";
import { Step } from "./Step";
import { Outcome } from "./Outcome";
import { Who } from "./Who";

type Found = Schemas["Found"];
type Catalogue = Schemas["CatalogueView"];

/** Whoever is not from a directory is first taken for one of our own; before any directory is known, that is all there is. */
function ownHome(homes: Catalogue["homes"]): string {
  return homes.find((home) => home.isOwn)?.key ?? "own";
}

export function OnboardPage() {
  const search = useSearch({ from: "/onboard" });
  const { draft } = useSearch({ from: "__root__" });
  const mayPrepare = useMay("PREPARE");
  if (!mayPrepare) {
    return (
      <Empty title="You may look, but not prepare changes.">Somebody who manages administrators can allow it.</Empty>
    );
  }
  return draft === undefined ? (
    <Start key={`${search.entry ?? ""} ${search.person ?? ""}`} entryId={search.entry} person={search.person} />
  ) : (
    <OnDraft key={draft} id={draft} />
  );
}

/** Nobody chosen yet, or somebody named by the address: then it goes on at once. */
function Start({ entryId, person }: { entryId: string | undefined; person: string | undefined }) {
  const navigate = useNavigate();
  const session = useSession();
  const now = useNow();
  const catalogue = useQuery(catalogueQuery);
  const named = useQuery({ ...directoryQuery(entryId ?? ""), enabled: entryId !== undefined });
  const known = useQuery({ ...personQuery(person ?? ""), enabled: person !== undefined });
  const start = useStartDraft(
    (draft) => void navigate({ to: "/onboard", search: { draft: draft.id, person }, replace: true }),
  );
  const begun = useRef(false);
  const { mutate } = start;
  const begin = (found: Found, units: Catalogue["units"]) =>
    mutate({
      name: `${found.givenName} ${found.familyName}`,
      put: entriesFor(found, units, isoDay(new Date(now).toISOString(), session.zone)),
    });
  const beginRef = useRef(begin);
  useEffect(() => {
    beginRef.current = begin;
  });
  // where two entries sign in alike, somebody chooses
  const alike = named.data?.found.filter((one) => one.userId === entryId) ?? [];
  const found = alike.length === 1 ? alike[0] : undefined;
  useEffect(() => {
    if (begun.current || catalogue.data === undefined) {
      return;
    }
    if (found !== undefined && (found.person === undefined || found.person === null)) {
      begun.current = true;
      beginRef.current(found, catalogue.data.units);
    } else if (known.data !== undefined) {
      begun.current = true;
      mutate({ name: known.data.person.name, put: [] });
    }
  }, [found, known.data, catalogue.data, mutate]);
  if (start.error !== null) {
    return <Failure failure={start.error} />;
  }
  const goesOn = person !== undefined || (found !== undefined && !found.person);
  if (start.isPending || goesOn) {
    return <Loading what="the new draft" />;
  }
  return (
    <Read of={catalogue} what="what there is to choose from">
      {(data) => (
        <Find
          typed={entryId ?? ""}
          onFound={(one) => begin(one, data.units)}
          onNew={(given, family) =>
            mutate({
              name: `${given} ${family}`.trim(),
              put: entriesFor(
                {
                  directory: ownHome(data.homes),
                  entryId: "",
                  userId: handleFrom(given, family),
                  givenName: given,
                  familyName: family,
                  fields: "",
                },
                data.units,
                isoDay(new Date(now).toISOString(), session.zone),
              ),
            })
          }
        />
      )}
    </Read>
  );
}

/** The person whom the draft is about: named by the address, or added by it or named by one of its entries. */
function personOf(draft: Draft, named: string | undefined): string | undefined {
  return named ?? entriesOf(draft, "person.add")[0]?.fields.id ?? entriesOf(draft, "account.open")[0]?.fields.person;
}

function OnDraft({ id }: { id: string }) {
  const { query } = useDraft(id);
  const session = useSession();
  const { person: named } = useSearch({ from: "/onboard" });
  const catalogue = useQuery(catalogueQuery);
  return (
    <Read of={query} what="the draft">
      {(draft) => (
        <Read of={catalogue} what="what there is to choose from">
          {(choices) => {
            const person = personOf(draft, named);
            const one = person === undefined ? draft : byId(aboutOne(draft, person, session.zone), choices);
            return person === undefined || draft.state === "APPLIED" || draft.state === "DISCARDED" ? (
              <Empty title={`The draft “${draft.name}” is not about a newcomer, or is closed.`}>
                Close it in the dock below, then start again from the Desk.
              </Empty>
            ) : (
              <Steps
                key={person}
                draft={one}
                person={person}
                choices={choices}
                // of several people each is shown on the first of their own days
                first={one.entries.length < draft.entries.length ? one.boundaries[0] : undefined}
              />
            );
          }}
        </Read>
      )}
    </Read>
  );
}

/** The person's first day if it is still to come and nothing keeps them here today. */
function comingDay(
  draft: Draft,
  known: Schemas["PersonPage"] | undefined,
  today: string,
  zone: string,
): string | undefined {
  const days = [
    ...entriesOf(draft, "engagement.begin").map((one) => one.fields.from ?? ""),
    ...(known?.engagements.map((one) => (one.from ? isoDay(one.from, zone) : "")) ?? []),
  ].sort();
  const first = days[0];
  return first !== undefined && first > today ? first : undefined;
}

function Steps({
  draft,
  person,
  choices,
  first,
}: {
  draft: Draft;
  person: string;
  choices: Catalogue;
  first: string | undefined;
}) {
  const added = entriesOf(draft, "person.add")[0];
  const isReadable = added === undefined || added.state !== "TO_SETTLE";
  const [at, setAt] = useState(first);
  const access = useQuery({
    ...accessQuery(person, { id: draft.id, version: draft.version }, at),
    enabled: isReadable,
  });
  const known = useQuery({ ...personQuery(person), enabled: added === undefined });
  const session = useSession();
  const now = useNow();
  const from = comingDay(draft, known.data, isoDay(new Date(now).toISOString(), session.zone), session.zone);
  const name =
    added === undefined
      ? (known.data?.person.name ?? draft.name)
      : `${added.fields.given ?? ""} ${added.fields.family ?? ""}`.trim();
  return (
    <>
      <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Onboarding">
        <h1>Onboard {name === "" ? "somebody" : name}</h1>
        <p className="text-soft">Nothing leaves Wexa before you apply. Everything you type is saved automatically.</p>
        <ol className="mt-4">
          <Who draft={draft} choices={choices} known={known.data} />
          {isReadable ? (
            <Like draft={draft} person={person} from={from} />
          ) : (
            <Step number={2} title="Start like others" isDone={false}>
              <p className="text-soft">As soon as it is clear who it is, those who do the same stand here.</p>
            </Step>
          )}
          <Groups draft={draft} person={person} choices={choices} known={known.data} from={from} />
          <Accounts draft={draft} person={person} choices={choices} access={access.data} from={from} />
          <Roles draft={draft} person={person} choices={choices} from={from} />
        </ol>
      </section>
      <Outcome
        name={name}
        draft={draft}
        person={person}
        choices={choices}
        access={access.data}
        isReadable={isReadable}
        at={at}
        onAt={setAt}
        from={from}
      />
    </>
  );
}
