import { Link } from "@tanstack/react-router";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { entry, newId, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { rolePlacesQuery } from "../api/roleQueries";
import { useMay, useSession } from "../session/hooks";
import { day, lastDay } from "../ui/dates";
import { DayInput } from "../ui/dayInput";
import { Told } from "../ui/plainField";
import { EmptyItem } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { useOpenDraft } from "./useComposing";

type Page = Schemas["RolePage"];
type Given = Page["given"][number];

/** To whom a role is given, and where; several assignments are ended, or given another last day, at once. */
export function RoleGiven({ page }: { page: Page }) {
  const mayPrepare = useMay("PREPARE");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const toggle = (id: string) => {
    const next = new Set(chosen);
    if (!next.delete(id)) {
      next.add(id);
    }
    setChosen(next);
  };
  const inert = page.given.filter((one) => !one.area);
  return (
    <>
      <div className="mt-5 flex items-center gap-2">
        <h2 className="flex-1">
          Given to <span className="font-sans text-sm font-normal text-soft">{page.given.length + page.moreGiven}</span>
        </h2>
        {mayPrepare && page.role.stage === "OPEN" && (
          <Link to="/roles/give" search={{ role: page.role.id }} className="btn btn-sm">
            Give this role
          </Link>
        )}
      </div>
      {inert.length > 0 && (
        <p className="mt-1">
          <b className="text-error">▲ {count(inert.length, "assignment grants", "assignments grant")} nothing</b>, for
          want of an area: choose them below, and set an area.
        </p>
      )}
      {mayPrepare && page.given.length > 0 && (
        <Acts
          page={page}
          chosen={page.given.filter((one) => chosen.has(one.id))}
          onAll={() =>
            setChosen(chosen.size === page.given.length ? new Set() : new Set(page.given.map((one) => one.id)))
          }
          onDone={() => setChosen(new Set())}
        />
      )}
      <ul className="card-plain mt-1.5 shrink-0 divide-y divide-[var(--line)]">
        {page.given.length === 0 && (
          <EmptyItem title="Nobody has this role directly">It may be part of other roles.</EmptyItem>
        )}
        {page.given.map((one) => (
          <Line
            key={one.id}
            given={one}
            name={page.role.name}
            isChosen={chosen.has(one.id)}
            {...(mayPrepare ? { onToggle: () => toggle(one.id) } : {})}
          />
        ))}
        {page.moreGiven > 0 && <li className="px-3 py-1 text-soft">and {page.moreGiven} more</li>}
      </ul>
    </>
  );
}

function Line({
  given,
  name,
  isChosen,
  onToggle,
}: {
  given: Given;
  name: string;
  isChosen: boolean;
  onToggle?: () => void;
}) {
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  const { act, isPending } = useAct();
  const draft = useOpenDraft();
  const drafted = draft?.entries.find((one) => one.fields.assignment === given.id);
  return (
    <li className="flex min-h-8 items-center gap-2 px-3 py-1">
      {onToggle !== undefined && (
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          aria-label={`Choose ${given.subject} in ${given.tenant}${given.area ? `, ${given.area}` : ""}`}
          checked={isChosen}
          onChange={onToggle}
        />
      )}
      <TenantDot colour={given.colour} />
      <Link
        to={given.group ? "/groups/$id" : "/people/$id"}
        params={{ id: given.subjectId }}
        className="-ml-1 font-semibold hover:underline"
      >
        {given.subject}
      </Link>
      <span className="text-soft">
        {given.group ? "group " : ""}in {given.tenant}
        {given.area && `, ${given.area}`}
        {given.from && ` · from ${day(given.from, session.zone)}`}
        {given.until && ` · until ${lastDay(given.until, session.zone)}`}
      </span>
      {!given.area && <b className="text-sm text-error">grants nothing: no area</b>}
      <span className="ml-auto">
        {drafted !== undefined ? (
          <span className="text-sm font-semibold text-primary">in the draft</span>
        ) : (
          mayPrepare && (
            <button
              type="button"
              className="btn btn-xs"
              disabled={isPending}
              aria-label={`End ${name} of ${given.subject} in ${given.tenant}${given.area ? `, ${given.area}` : ""}`}
              onClick={() => act(`End ${name} of ${given.subject}`, entry("assignment.end", { assignment: given.id }))}
            >
              End
            </button>
          )
        )}
      </span>
    </li>
  );
}

function Acts({
  page,
  chosen,
  onAll,
  onDone,
}: {
  page: Page;
  chosen: readonly Given[];
  onAll: () => void;
  onDone: () => void;
}) {
  const { act, isPending, error } = useAct();
  const [until, setUntil] = useState("");
  const [area, setArea] = useState("");
  const places = useQuery(rolePlacesQuery(page.role.id));
  const tenants = new Set(chosen.map((one) => one.tenantId));
  // areas are those of one tenant
  const areas = tenants.size === 1 ? (places.data?.find((one) => tenants.has(one.id))?.areas ?? []) : [];
  const put = (form: "assignment.end" | "assignment.edit", fields: Record<string, string>) => {
    act(
      `${page.role.name}: ${count(chosen.length, "assignment")}`,
      ...chosen.map((one) => ({ id: newId(), form, fields: { assignment: one.id, ...fields } })),
    );
    onDone();
  };
  return (
    <div className="mt-1 flex flex-wrap items-center gap-2">
      <button type="button" className="btn btn-xs" onClick={onAll}>
        {chosen.length === page.given.length ? "Select none" : "Select all"}
      </button>
      {chosen.length > 0 && (
        <>
          <span className="text-sm">{count(chosen.length, "assignment")} chosen:</span>
          <button type="button" className="btn btn-xs" disabled={isPending} onClick={() => put("assignment.end", {})}>
            End {chosen.length === 1 ? "it" : "them"}
          </button>
          <span className="w-40">
            <DayInput id="given-until" label="Another last day" value={until} onKeep={setUntil} />
          </span>
          <button
            type="button"
            className="btn btn-xs"
            disabled={until === "" || isPending}
            onClick={() => put("assignment.edit", { until })}
          >
            Set as last day
          </button>
          {areas.length > 0 && (
            <>
              <select
                aria-label="Another area"
                className="select h-8 w-44"
                value={area}
                onChange={(event) => setArea(event.target.value)}
              >
                <option value="">Another area</option>
                {areas.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.name}
                  </option>
                ))}
              </select>
              <button
                type="button"
                className="btn btn-xs"
                disabled={!areas.some((one) => one.id === area) || isPending}
                onClick={() => put("assignment.edit", { area })}
              >
                Set as area
              </button>
            </>
          )}
        </>
      )}
      <Told error={error} />
    </div>
  );
}
