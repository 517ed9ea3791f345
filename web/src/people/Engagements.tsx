import { useQuery } from "@tanstack/react-query";
import { useRouterState, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { newId, useAct, type Entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { draftQuery } from "../api/changeQueries";
import { catalogueQuery } from "../api/queries";
import { useMay, useNow, useSession } from "../session/hooks";
import { isoDay, isoLastDay } from "../ui/dates";
import { KeptChoice, KeptDay, KeptField } from "../ui/field";
import { KindOptions } from "../ui/kinds";
import { Timeline } from "./Timeline";

type Page = Schemas["PersonPage"];
type Engagement = Schemas["EngagementView"];

/** Why the person is here, over time: each engagement can be changed or extended, and another begun beside it. */
export function Engagements({ page }: { page: Page }) {
  const { act } = useAct();
  const now = useNow();
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  const { draft } = useSearch({ from: "__root__" });
  const open = useQuery({ ...draftQuery(draft ?? ""), enabled: draft !== undefined });
  const [toggled, setToggled] = useState<string>();
  // whoever comes to end an engagement finds it open
  const isAsked = useRouterState({ select: (state) => state.location.hash === "engagements" });
  const chosen = toggled ?? (isAsked ? page.engagements.at(-1)?.id : undefined);
  // one entry however quickly its fields are typed
  const [fresh] = useState(newId);
  const person = page.person.id;
  const begun =
    open.data?.entries.filter((one) => one.form === "engagement.begin" && one.fields.person === person) ?? [];
  const engagement = page.engagements.find((one) => one.id === chosen);
  const put = (id: string, form: string, fields: Record<string, string>) => act(page.person.name, { id, form, fields });
  return (
    <>
      <Timeline engagements={page.engagements} />
      {mayPrepare && (
        <div className="mt-1.5 flex flex-wrap gap-1.5">
          {page.engagements.map((one) => (
            <button
              key={one.id}
              type="button"
              className="btn btn-xs"
              aria-expanded={chosen === one.id}
              onClick={() => setToggled(chosen === one.id ? "" : one.id)}
            >
              Change or extend {one.job}
            </button>
          ))}
          <button
            type="button"
            className="btn btn-xs"
            onClick={() =>
              put(newId(), "engagement.begin", {
                id: newId(),
                person,
                kind: "",
                unit: page.engagements[0]?.unitId ?? "",
                job: "",
                from: isoDay(new Date(now).toISOString(), session.zone),
              })
            }
          >
            Add engagement
          </button>
        </div>
      )}
      {engagement !== undefined && (
        <Changed
          key={engagement.id}
          engagement={engagement}
          edit={open.data?.entries.find(
            (one) => one.form === "engagement.edit" && one.fields.engagement === engagement.id,
          )}
          onSet={(edit, fields) =>
            put(edit?.id ?? fresh, "engagement.edit", { ...edit?.fields, engagement: engagement.id, ...fields })
          }
        />
      )}
      {begun.map((one) => (
        <Fields
          key={one.id}
          title="In the draft, from the first day on"
          values={one.fields}
          entry={one}
          onSet={(fields) => put(one.id, "engagement.begin", { ...one.fields, ...fields })}
        />
      ))}
    </>
  );
}

function Changed({
  engagement,
  edit,
  onSet,
}: {
  engagement: Engagement;
  edit: Entry | undefined;
  onSet: (edit: Entry | undefined, fields: Record<string, string>) => void;
}) {
  const session = useSession();
  const known = {
    kind: engagement.kind.toLowerCase(),
    unit: engagement.unitId,
    job: engagement.job,
    number: engagement.number ?? "",
    from: engagement.from ? isoDay(engagement.from, session.zone) : "",
    until: engagement.until ? isoLastDay(engagement.until, session.zone) : "",
  };
  return (
    <Fields
      title="What was given with it and has no end of its own ends with it, or goes on with it"
      values={{ ...known, ...edit?.fields }}
      entry={edit}
      onSet={(fields) => onSet(edit, fields)}
    />
  );
}

function Fields({
  title,
  values,
  entry,
  onSet,
}: {
  title: string;
  values: Record<string, string>;
  entry: Entry | undefined;
  onSet: (fields: Record<string, string>) => void;
}) {
  const choices = useQuery(catalogueQuery);
  const field = (name: string) => ({
    value: values[name] ?? "",
    problems: entry?.findings.filter((finding) => finding.path === name) ?? [],
    onKeep: (value: string) => onSet({ [name]: value }),
  });
  return (
    <div className="card-plain mt-2 p-3">
      <p className="text-sm text-soft">{title}.</p>
      <div className="mt-1.5 grid grid-cols-3 gap-x-2.5 gap-y-2">
        <KeptChoice label="Engagement type" {...field("kind")}>
          <KindOptions />
        </KeptChoice>
        <KeptField label="Job" {...field("job")} />
        <KeptChoice label="Unit" {...field("unit")}>
          <option value="">Choose…</option>
          {choices.data?.units.map((unit) => (
            <option key={unit.id} value={unit.id}>
              {unit.name}
            </option>
          ))}
        </KeptChoice>
        <KeptField label="Staff number" {...field("number")} placeholder="none" />
        <KeptDay label="First day" {...field("from")} />
        <KeptDay label="Last day" {...field("until")} />
      </div>
    </div>
  );
}
