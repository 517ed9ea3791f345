import { useState } from "react";
import type { Schemas } from "../api/client";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { isCovered, isSame, type Place } from "./giving";
import { differsWords } from "./writing";

type PlaceTenant = Schemas["PlaceTenant"];

/** Lists longer than this begin folded. */
const LONG = 25;

/** A tenant and its areas, to choose where a role is given; beside each, who has it there already. */
export function PlaceTree({
  tenant,
  chosen,
  onToggle,
}: {
  tenant: PlaceTenant;
  chosen: readonly Place[];
  onToggle: (place: Place) => void;
}) {
  const [text, setText] = useState("");
  const sought = text.trim().toLowerCase();
  const areas = tenant.areas.filter((area) => area.name.toLowerCase().includes(sought));
  const here = chosen.filter((one) => one.tenant === tenant.id).length;
  return (
    <details className="card-plain" open={tenant.areas.length <= LONG || undefined}>
      <summary className="flex min-h-9 cursor-pointer items-center gap-2 px-3">
        <TenantDot colour={tenant.colour} />
        <b className="-ml-1 font-semibold">{tenant.title}</b>
        {tenant.isTraining && <span className="text-xs text-soft">training</span>}
        <span className="ml-auto text-sm text-soft">
          {!tenant.isManaged
            ? "the role is not managed there"
            : here > 0
              ? `${here} chosen`
              : count(tenant.areas.length, "area")}
        </span>
      </summary>
      <div className="border-t border-line px-3 py-1.5">
        {tenant.variant && (
          <p className="text-sm">
            <b className="font-semibold">Differs here</b>: {differsWords(tenant.variant)}
          </p>
        )}
        {tenant.areas.length > LONG && (
          <input
            aria-label={`Find an area of ${tenant.title}`}
            className="input mb-1 h-8 w-full"
            placeholder="Find an area"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        )}
        {!tenant.needsArea && (
          <Line
            words="Everywhere in it"
            note={hereWords(tenant.here, 0)}
            depth={0}
            place={{ tenant: tenant.id }}
            chosen={chosen}
            tenant={tenant}
            onToggle={onToggle}
          />
        )}
        {areas.map((area) => (
          <Line
            key={area.id}
            words={area.name}
            note={[area.below > 0 ? `and ${count(area.below, "area")} inside` : "", hereWords(area.here, area.others)]
              .filter((part) => part !== "")
              .join(" · ")}
            depth={sought === "" ? area.depth : 0}
            place={{ tenant: tenant.id, area: area.id }}
            chosen={chosen}
            tenant={tenant}
            onToggle={onToggle}
          />
        ))}
      </div>
    </details>
  );
}

function hereWords(here: number, others: number): string {
  if (here > 0) {
    return `${count(here, "person has", "people have")} it`;
  }
  return others > 0 ? `${others} with other roles` : "";
}

function Line({
  words,
  note,
  depth,
  place,
  chosen,
  tenant,
  onToggle,
}: {
  words: string;
  note: string;
  depth: number;
  place: Place;
  chosen: readonly Place[];
  tenant: PlaceTenant;
  onToggle: (place: Place) => void;
}) {
  const isChosen = chosen.some((one) => isSame(one, place));
  const isInside = isCovered(chosen, place, tenant);
  return (
    <label
      className="row-hover flex min-h-7 cursor-pointer items-center gap-2 rounded"
      style={{ paddingLeft: `${depth * 1.25}rem` }}
    >
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={isChosen || isInside}
        disabled={isInside && !isChosen}
        onChange={() => onToggle(place)}
      />
      <span className={isInside ? "text-soft" : ""}>{words}</span>
      <span className="ml-auto text-xs text-soft">{isInside ? "inside a chosen area" : note}</span>
    </label>
  );
}
