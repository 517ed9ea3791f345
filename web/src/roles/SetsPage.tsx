import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { entry, newId, useAct, useDraft, type Draft, type Entry } from "../api/drafts";
import { listOf, toggled } from "../api/fields";
import type { Schemas } from "../api/client";
import { setsQuery, workQuery } from "../api/roleQueries";
import { EndButton } from "../changes/EndButton";
import { renamed } from "../groups/keys";
import { useMay } from "../session/hooks";
import { KeptChoice, KeptField } from "../ui/field";
import { Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { sensitivityWord } from "./roleWords";
import { useOpenDraft } from "./useComposing";

type Row = Schemas["SetRow"];

/** An organisation may have thousands: beyond these it is for the search to find them. */
const MOST_SHOWN = 150;

/** Permission sets by application, as they are or as the open draft would have them. */
export function SetsPage() {
  const draft = useOpenDraft();
  const sets = useQuery(setsQuery(draft));
  const mayPrepare = useMay("PREPARE");
  const { act, isPending, error } = useAct();
  const [text, setText] = useState("");
  const made = draft?.entries.filter((one) => one.form === "permission-set.make") ?? [];
  const edits = draft?.entries.filter((one) => one.form === "permission-set.edit") ?? [];
  const sought = text.trim().toLowerCase();
  return (
    <Read of={sets} what="the permission sets">
      {(data) => {
        const shown = data.filter(
          (set) =>
            !made.some((one) => one.fields.id === set.id) &&
            `${set.name} ${set.description} ${set.key} ${set.does.join(" ")}`.toLowerCase().includes(sought),
        );
        return (
          <>
            <div className="flex items-start gap-2">
              <h1 className="flex-1">Permission sets</h1>
              {mayPrepare && (
                <button
                  type="button"
                  className="btn btn-sm"
                  disabled={isPending}
                  onClick={() => act("New permission set", entry("permission-set.make", { id: newId() }))}
                >
                  New permission set
                </button>
              )}
            </div>
            <p className="text-soft">Named permissions of one application; roles are made of them.</p>
            <Told error={error} />
            <input
              aria-label="Find a permission set"
              className="input mt-2 h-8 w-72 shrink-0"
              placeholder="Find a permission set"
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
            <div className="mt-3 space-y-3">
              {draft !== undefined &&
                made.map((one) => <SetEditor key={one.id} draft={draft} entry={one} set={undefined} />)}
              {shown.length === 0 && made.length === 0 && <Empty title="No results." />}
              {shown.slice(0, MOST_SHOWN).map((set, place) => {
                const edit = edits.find((one) => one.fields["permission-set"] === set.id);
                return (
                  <div key={set.id}>
                    {shown[place - 1]?.app !== set.app && <h2 className="mt-2 mb-1">{set.app}</h2>}
                    {edit !== undefined && draft !== undefined ? (
                      <SetEditor draft={draft} entry={edit} set={set} />
                    ) : (
                      <Line set={set} />
                    )}
                  </div>
                );
              })}
              {shown.length > MOST_SHOWN && (
                <p className="text-soft">and {count(shown.length - MOST_SHOWN, "more set")}. Type what you look for.</p>
              )}
            </div>
          </>
        );
      }}
    </Read>
  );
}

function Line({ set }: { set: Row }) {
  const mayPrepare = useMay("PREPARE");
  const { act, isPending } = useAct();
  return (
    <section className="card-plain px-3 py-2" aria-label={set.name}>
      <div className="flex items-start gap-2">
        <div className="min-w-0 flex-1">
          <b className="font-semibold">{set.name}</b>{" "}
          <span className="text-soft">
            {[
              set.description,
              ...(set.sensitivity === "NORMAL" ? [] : [sensitivityWord(set.sensitivity)]),
              ...(set.isPreset ? ["offered by the application"] : []),
            ].join(" · ")}
          </span>
          <p className="text-sm">{set.does.join("; ") || "No permissions yet"}</p>
          <p className="text-sm text-soft">
            {set.roles.length === 0 ? (
              "In no role"
            ) : (
              <>
                In{" "}
                {set.roles.map((role, place) => (
                  <span key={role.id}>
                    {place > 0 && ", "}
                    <Link to="/roles/$id" params={{ id: role.id }} className="link">
                      {role.name}
                    </Link>
                  </span>
                ))}
                {set.reached > set.roles.length &&
                  `, and by them in ${count(set.reached - set.roles.length, "more role")}`}
                {" · "}
                {set.people === 0 ? "nobody has it" : `${count(set.people, "person has", "people have")} it`}
              </>
            )}
          </p>
        </div>
        <Link
          to="/roles/$id/lineage"
          params={{ id: set.id }}
          className="btn btn-xs"
          aria-label={`Lineage of ${set.name}`}
        >
          Lineage
        </Link>
        <Link
          to="/roles/compare"
          search={{ of: [`set:${set.id}`] }}
          className="btn btn-xs"
          aria-label={`Compare ${set.name}`}
        >
          Compare
        </Link>
        {mayPrepare && !set.isPreset && (
          <>
            <button
              type="button"
              className="btn btn-xs"
              disabled={isPending}
              aria-label={`Change ${set.name}`}
              onClick={() => act(`Change ${set.name}`, entry("permission-set.edit", { "permission-set": set.id }))}
            >
              Change
            </button>
            {set.roles.length === 0 && (
              <EndButton
                draft={`Retire ${set.name}`}
                entry={entry("permission-set.retire", { "permission-set": set.id })}
                label={`Retire ${set.name}`}
                words="Retire"
              />
            )}
          </>
        )}
      </div>
    </section>
  );
}

function SetEditor({ draft, entry: one, set }: { draft: Draft; entry: Entry; set: Row | undefined }) {
  const { set: put, take } = useDraft(draft.id);
  const apps = useQuery(workQuery).data ?? [];
  const before: Record<string, string> =
    set === undefined
      ? {}
      : {
          name: set.name,
          key: set.key,
          description: set.description,
          permissions: set.permissions.join(", "),
          sensitivity: set.ownSensitivity?.toLowerCase() ?? "",
        };
  const fields: Record<string, string> = { ...before, ...one.fields };
  const isFirst = set === undefined && (fields.name ?? "") === "";
  const chosen = listOf(fields.permissions);
  const app = apps.find((known) => known.id === fields.app || known.name === set?.app);
  const field = (name: string) => ({
    value: fields[name] ?? "",
    problems: isFirst ? [] : one.findings.filter((finding) => finding.path === name),
    onKeep: (value: string) => put(one, { [name]: value }),
  });
  const toggle = (permission: string) => put(one, { permissions: toggled(chosen, permission).join(", ") });
  return (
    <section className="card-plain border-primary px-4 py-3" aria-label={fields.name || "New permission set"}>
      <div className="flex items-center gap-2">
        <h2 className="flex-1">{fields.name || "New permission set"}</h2>
        <span className="text-sm font-semibold text-primary">in the draft</span>
        <button type="button" className="btn btn-xs" onClick={() => take(one.id)}>
          {set === undefined ? "Discard" : "Undo the change"}
        </button>
      </div>
      <div className="mt-2 grid grid-cols-[1.4fr_1fr] gap-x-3 gap-y-2">
        <KeptField label="Name" {...field("name")} onKeep={(value) => put(one, renamed(fields, value))} />
        <KeptField label="Short name" {...field("key")} mono />
        <KeptField label="What it is for" {...field("description")} />
        {set === undefined ? (
          <KeptChoice
            label="Application"
            {...field("app")}
            onKeep={(value) => put(one, { app: value, permissions: "" })}
          >
            <option value="">Choose one</option>
            {apps.map((known) => (
              <option key={known.id} value={known.id}>
                {known.name}
              </option>
            ))}
          </KeptChoice>
        ) : (
          <KeptChoice label="Sensitivity" {...field("sensitivity")}>
            <option value="">Follows its permissions</option>
            <option value="normal">Normal</option>
            <option value="sensitive">Sensitive</option>
            <option value="privileged">Privileged</option>
          </KeptChoice>
        )}
      </div>
      {app !== undefined && (
        <div className="mt-3 grid grid-cols-2 gap-x-4 gap-y-2 min-[1100px]:grid-cols-3">
          {app.types.map((type) => (
            <fieldset key={type.name}>
              <legend className="text-xs font-semibold text-soft">{type.name}</legend>
              {type.actions.map((action) => (
                <label
                  key={action.permission}
                  className="flex min-h-7 cursor-pointer items-center gap-2"
                  title={action.description}
                >
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    checked={chosen.includes(action.permission)}
                    onChange={() => toggle(action.permission)}
                  />
                  {action.label}
                  {action.sensitivity !== "NORMAL" && (
                    <span className="text-xs text-soft">{sensitivityWord(action.sensitivity)}</span>
                  )}
                </label>
              ))}
            </fieldset>
          ))}
        </div>
      )}
      {!isFirst &&
        one.findings
          .filter((finding) => ["permissions", "permission-set", ""].includes(finding.path))
          .map((finding) => (
            <p key={finding.text} className="mt-2 font-semibold text-error">
              ▲ {finding.text}
            </p>
          ))}
    </section>
  );
}
