import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { entry, useAct, useDraft, type Draft, type Entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { appsQuery, workQuery } from "../api/roleQueries";
import { useMay } from "../session/hooks";
import { KeptChoice, KeptField } from "../ui/field";
import { Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { CatalogueChanges } from "./CatalogueChanges";
import { versionWords } from "./catalogueWords";
import { sensitivityWord, sortWord } from "./roleWords";
import { useOpenDraft } from "./useComposing";
import { matching } from "./work";

type App = Schemas["AppView"];
type AppWork = Schemas["AppWork"];
type Action = AppWork["types"][number]["actions"][number];

/** What can be done in each application: what it amounts to, and how sensitive it is. */
export function PermissionsPage() {
  const work = useQuery(workQuery);
  const known = useQuery(appsQuery).data ?? [];
  const [text, setText] = useState("");
  const draft = useOpenDraft();
  return (
    <Read of={work} what="the permissions">
      {(apps) => {
        const shown = matching(apps, text);
        const bare = apps.flatMap((app) => app.types).flatMap((type) => type.actions);
        const without = bare.filter((action) => action.description === "").length;
        return (
          <>
            <h1>Permissions</h1>
            <p className="text-soft">
              What can be done in each application. The sensitivity decides what needs a second person, and how roles
              are ranked.
              {without > 0 && ` ${count(without, "permission has", "permissions have")} no description yet.`}
            </p>
            <input
              aria-label="Find a permission"
              className="input mt-2 h-8 w-72 shrink-0"
              placeholder="Find a permission"
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
            {shown.every((app) => app.types.length === 0) && <Empty title="No results." />}
            {shown.map(
              (app) =>
                (app.types.length > 0 || text === "") && (
                  <section key={app.id} className="mt-4" aria-label={app.name}>
                    <h2>
                      {app.name} <Version app={known.find((one) => one.id === app.id)} />
                    </h2>
                    {known
                      .filter((one) => one.id === app.id)
                      .map((one) => (
                        <CatalogueChanges key={one.id} app={one} draft={draft} />
                      ))}
                    {app.types.map((type) => (
                      <div key={type.name} className="card-plain mt-1.5">
                        <h3 className="px-3 pt-2 font-semibold">{type.name}</h3>
                        <ul className="divide-y divide-[var(--line)]">
                          {type.actions.map((action) => (
                            <Line key={action.permission} app={app} action={action} draft={draft} />
                          ))}
                        </ul>
                      </div>
                    ))}
                    {text === "" && <Besides app={known.find((one) => one.id === app.id)} />}
                  </section>
                ),
            )}
          </>
        );
      }}
    </Read>
  );
}

function Version({ app }: { app: App | undefined }) {
  return app === undefined ? null : (
    <span className="font-sans text-sm font-normal text-soft">{versionWords(app)}</span>
  );
}

/** Its tasks and seat kinds, and which permissions each is about. */
function Besides({ app }: { app: App | undefined }) {
  return app === undefined ? null : (
    <div className="grid items-start gap-x-3 min-[1400px]:grid-cols-2">
      <Parts title="Tasks" parts={app.tasks.map((task) => ({ ...task, about: task.needs }))} />
      <Parts title="Seat kinds" parts={app.seatKinds.map((kind) => ({ ...kind, about: kind.carries }))} />
    </div>
  );
}

function Parts({
  title,
  parts,
}: {
  title: string;
  parts: readonly { key: string; name: string; description: string; about: readonly string[] }[];
}) {
  return parts.length === 0 ? null : (
    <div className="card-plain mt-1.5">
      <h3 className="px-3 pt-2 font-semibold">{title}</h3>
      <ul className="divide-y divide-[var(--line)]">
        {parts.map((part) => (
          <li key={part.key} className="px-3 py-1">
            <b className="font-semibold">{part.name}</b>{" "}
            <span className="text-soft">{part.description === "" ? "No description yet" : part.description}</span>
            <div className="text-sm text-soft">{part.about.join("; ")}</div>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Line({ app, action, draft }: { app: AppWork; action: Action; draft: Draft | undefined }) {
  const mayPrepare = useMay("PREPARE");
  const { act, isPending, error } = useAct();
  const edit = draft?.entries.find((one) => one.form === "app.describe" && one.fields.permission === action.permission);
  if (edit !== undefined && draft !== undefined) {
    return <Editor draft={draft} entry={edit} action={action} />;
  }
  return (
    <li className="flex min-h-8 items-center gap-3 px-3 py-1">
      <span className="w-36 shrink-0">
        <b className="font-semibold">{action.label}</b>{" "}
        <span className="text-xs text-soft">{sortWord(action.sort)}</span>
      </span>
      <span className="min-w-0 flex-1 text-soft">
        {action.description === "" ? "No description yet" : action.description}
      </span>
      <span className={`text-sm ${action.sensitivity === "PRIVILEGED" ? "font-semibold" : "text-soft"}`}>
        {sensitivityWord(action.sensitivity)}
        {action.ownSensitivity && " (set)"}
      </span>
      {mayPrepare && (
        <button
          type="button"
          className="btn btn-xs"
          disabled={isPending}
          aria-label={`Change ${action.permission}`}
          onClick={() =>
            act("Describe permissions", entry("app.describe", { app: app.id, permission: action.permission }))
          }
        >
          Change
        </button>
      )}
      <Told error={error} />
    </li>
  );
}

function Editor({ draft, entry: one, action }: { draft: Draft; entry: Entry; action: Action }) {
  const { set: put, take } = useDraft(draft.id);
  const fields: Record<string, string> = {
    description: action.description,
    sensitivity: action.ownSensitivity?.toLowerCase() ?? "",
    ...one.fields,
  };
  const field = (name: string) => ({
    value: fields[name] ?? "",
    problems: one.findings.filter((finding) => finding.path === name),
    onKeep: (value: string) => put(one, { [name]: value }),
  });
  return (
    <li className="border-l-4 border-primary px-3 py-2">
      <div className="flex items-center gap-2">
        <b className="flex-1 font-semibold">{action.label}</b>
        <span className="text-sm font-semibold text-primary">in the draft</span>
        <button type="button" className="btn btn-xs" onClick={() => take(one.id)}>
          Undo the change
        </button>
      </div>
      <div className="mt-1 grid grid-cols-[2fr_1fr] gap-x-3">
        <KeptField label="What it amounts to" {...field("description")} />
        <KeptChoice label="Sensitivity" {...field("sensitivity")}>
          <option value="">Follows from what it does</option>
          <option value="normal">Normal</option>
          <option value="sensitive">Sensitive</option>
          <option value="privileged">Privileged</option>
        </KeptChoice>
      </div>
    </li>
  );
}
