import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { groupsQuery, pinsQuery, viewsQuery } from "../api/queries";
import { rolesQuery } from "../api/roleQueries";
import { GROUP_COLUMNS, GROUP_FACETS } from "../groups/groupList";
import { searchOf } from "../people/table";
import { ROLE_COLUMNS, ROLE_FACETS } from "../roles/roleList";
import { useMay } from "../session/hooks";
import { calendarDay } from "../ui/dates";
import { listed, listOf } from "../ui/workList";
import { Told } from "../ui/plainField";
import { changeWords, PINNABLE, PINNABLE_REPORTS, pinnedAct } from "./pinned";
import { usePin, wantedOf, type Wanted } from "./mutations";

type Pin = Schemas["PinView"];

/** What this administrator pinned: views with their counts, and acts to begin. */
export function Pins() {
  const pins = useQuery({ ...pinsQuery, refetchInterval: 60_000 }).data ?? [];
  const [isChanging, setChanging] = useState(false);
  const pin = usePin();
  const wanted = wantedOf(pins);
  return (
    <section aria-labelledby="pins" className="mb-5">
      <div className="flex items-baseline">
        <h2 id="pins" className="flex-1">
          Pinned
        </h2>
        <button
          type="button"
          className="btn btn-ghost btn-xs"
          aria-expanded={isChanging}
          onClick={() => setChanging(!isChanging)}
        >
          {isChanging ? "Done" : "Change"}
        </button>
      </div>
      {pins.length === 0 && !isChanging && (
        <p className="mt-1 text-sm text-soft">Pin a saved view, or an action you use often.</p>
      )}
      <ul className="mt-1.5 space-y-1">
        {pins.map((one, at) => (
          <li key={one.id} className="flex items-center gap-1">
            <PinLine pin={one} />
            {isChanging && (
              <>
                <button
                  type="button"
                  className="btn btn-xs"
                  aria-label={`Move ${nameOf(one)} up`}
                  disabled={at === 0}
                  onClick={() => pin.mutate((pinned) => swapped(pinned, key(wanted[at])))}
                >
                  ↑
                </button>
                <button
                  type="button"
                  className="btn btn-xs"
                  aria-label={`Unpin ${nameOf(one)}`}
                  onClick={() => pin.mutate((pinned) => pinned.filter((other) => key(other) !== key(wanted[at])))}
                >
                  ×
                </button>
              </>
            )}
          </li>
        ))}
      </ul>
      {isChanging && <Add wanted={wanted} onAdd={(more) => pin.mutate((pinned) => [...pinned, more])} />}
      <Told error={pin.error} />
    </section>
  );
}

function key(one: Wanted | undefined): string {
  return `${one?.view ?? ""} ${one?.act ?? ""}`;
}

/** One of them a place further up. */
function swapped(wanted: readonly Wanted[], moved: string): Wanted[] {
  const at = wanted.findIndex((one) => key(one) === moved);
  const one = wanted[at];
  const before = wanted[at - 1];
  return one === undefined || before === undefined ? [...wanted] : wanted.with(at - 1, one).with(at, before);
}

function nameOf(pin: Pin): string {
  return pin.view?.name ?? pinnedAct(pin.act ?? "")?.name ?? "Pin";
}

function PinLine({ pin }: { pin: Pin }) {
  const roles = useQuery({ ...rolesQuery, enabled: pin.act?.startsWith("give:") === true }).data ?? [];
  if (pin.view !== undefined && pin.view !== null) {
    return <ViewLine pin={pin} view={pin.view} />;
  }
  const role = roles.find((one) => pin.act === `give:${one.id}`);
  const act = pinnedAct(pin.act ?? "");
  return act === undefined ? (
    <span className="flex-1 text-soft">no longer available</span>
  ) : (
    <Link
      to={act.to}
      params={act.params ?? {}}
      search={(before) => ({ draft: before.draft, ...act.search })}
      className="btn btn-sm min-w-0 flex-1 justify-start"
    >
      <span className="truncate">{role === undefined ? act.name : `Give ${role.name}`}</span>
    </Link>
  );
}

const PLACES = {
  people: "/people/table",
  groups: "/groups/table",
  roles: "/roles/table",
  jobs: "/changes/jobs",
  messages: "/messages/table",
} as const;

function isPlace(place: string): place is keyof typeof PLACES {
  return place in PLACES;
}

/** A view with how many it finds now, and how many more or fewer than when it was last counted. */
function ViewLine({ pin, view }: { pin: Pin; view: Schemas["SavedView"] }) {
  const listedNow = useListCount(view);
  const found = pin.count ?? listedNow;
  const before = pin.before ?? undefined;
  return (
    <Link
      to={isPlace(view.place) ? PLACES[view.place] : PLACES.people}
      search={(open) => ({
        draft: open.draft,
        ...(view.place === "people" ? searchOf(view.filter) : listOf(view.filter)),
      })}
      className="row-hover -mx-2 flex min-w-0 flex-1 items-baseline gap-2 rounded px-2 py-1"
    >
      <b className="min-w-0 flex-1 truncate font-semibold">{view.name}</b>
      {before !== undefined && found !== undefined && before.count !== found && (
        <span className="shrink-0 text-xs text-soft">
          {changeWords(found - before.count)} since {calendarDay(before.day)}
        </span>
      )}
      <span className="shrink-0 font-mono text-sm">{found}</span>
    </Link>
  );
}

/** How many groups or roles a view of them finds; nothing for other lists. */
function useListCount(view: Schemas["SavedView"]): number | undefined {
  const groups = useQuery({ ...groupsQuery, enabled: view.place === "groups" }).data;
  const roles = useQuery({ ...rolesQuery, enabled: view.place === "roles" }).data;
  const search = listOf(view.filter);
  if (view.place === "groups" && groups !== undefined) {
    return listed(groups, GROUP_COLUMNS, GROUP_FACETS, search).length;
  }
  return view.place === "roles" && roles !== undefined
    ? listed(roles, ROLE_COLUMNS, ROLE_FACETS, search).length
    : undefined;
}

function Add({ wanted, onAdd }: { wanted: readonly Wanted[]; onAdd: (more: Wanted) => void }) {
  const views = useQuery(viewsQuery).data ?? [];
  const roles = useQuery(rolesQuery).data ?? [];
  const mayPrepare = useMay("PREPARE");
  const isPinned = (more: Wanted) => wanted.some((one) => key(one) === key(more));
  const acts = PINNABLE.filter((act) => mayPrepare || act.isForLookers === true);
  return (
    <select
      aria-label="Pin another"
      className="select mt-2 h-8 w-full"
      value=""
      onChange={(event) => {
        const [kind, ...rest] = event.target.value.split(" ");
        onAdd(kind === "view" ? { view: rest.join(" ") } : { act: rest.join(" ") });
      }}
    >
      <option value="">Pin another…</option>
      <optgroup label="Views">
        {views
          .filter((view) => !isPinned({ view: view.id }))
          .map((view) => (
            <option key={view.id} value={`view ${view.id}`}>
              {view.name}
            </option>
          ))}
      </optgroup>
      <optgroup label="Actions">
        {acts
          .filter((act) => !isPinned({ act: act.key }))
          .map((act) => (
            <option key={act.key} value={`act ${act.key}`}>
              {act.name}
            </option>
          ))}
      </optgroup>
      <optgroup label="Reports">
        {PINNABLE_REPORTS.filter((act) => !isPinned({ act: act.key })).map((act) => (
          <option key={act.key} value={`act ${act.key}`}>
            {act.name}
          </option>
        ))}
      </optgroup>
      {mayPrepare && (
        <optgroup label="Give a role">
          {roles
            .filter((role) => !isPinned({ act: `give:${role.id}` }))
            .map((role) => (
              <option key={role.id} value={`act give:${role.id}`}>
                {role.name}
              </option>
            ))}
        </optgroup>
      )}
    </select>
  );
}
