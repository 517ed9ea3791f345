import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { type Schemas } from "../api/client";
import { changesetAboutQuery, changesetQuery } from "../api/changeQueries";
import { useMay, useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { Picker } from "../ui/picker";
import { Empty, Read } from "../ui/states";
import { count, whyWords } from "../ui/words";
import { Coming } from "./Coming";
import { useUndo } from "./mutations";

type Changeset = Schemas["ChangesetView"];

export function ChangesetPage() {
  const { version } = useParams({ from: "/changes/versions/$version" });
  const changeset = useQuery(changesetQuery(Number(version)));
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Applied changes">
      <Read of={changeset} what="what was applied">
        {(data) => <Applied changeset={data} />}
      </Read>
    </section>
  );
}

function Applied({ changeset }: { changeset: Changeset }) {
  const session = useSession();
  const { applied } = changeset;
  return (
    <div className="max-w-5xl">
      <div className="flex items-start gap-4">
        <div className="min-w-0 flex-1">
          <h1>{applied.name}</h1>
          <p className="text-soft">
            Version {applied.version} · applied {moment(applied.appliedAt, session.zone)} by {applied.actor}
          </p>
          <p className="text-soft">{whyWords(changeset.reason, changeset.ticket)}</p>
          {changeset.approval !== "" && <p className="text-soft">{changeset.approval}</p>}
        </div>
        <a
          className="btn btn-sm"
          href={`/api/v1/changesets/${changeset.applied.version}/text`}
          download={`changeset-${changeset.applied.version}.wexa`}
        >
          Save as text
        </a>
        {changeset.job && (
          <Link to="/changes/jobs/$id" params={{ id: changeset.job }} className="btn btn-sm">
            See its job
          </Link>
        )}
      </div>
      <ol className="card-plain mt-4 divide-y divide-[var(--line)]">
        {changeset.sentences.length === 0 && (
          <li>
            <Empty title="Nothing was changed here." />
          </li>
        )}
        {changeset.sentences.map((sentence, place) => (
          <li key={place} className="px-3 py-1.5 font-mono text-sm break-words">
            {sentence}
          </li>
        ))}
      </ol>
      <Coming changeset={changeset.applied.version} />
      <Undo changeset={changeset} />
    </div>
  );
}

/** The way back as a draft; what would not come back is named before. */
function Undo({ changeset }: { changeset: Changeset }) {
  const mayPrepare = useMay("PREPARE");
  const [typed, setTyped] = useState("");
  const [takesRest, setTakesRest] = useState(true);
  const about = useQuery({
    ...changesetAboutQuery(changeset.applied.version, typed.trim()),
    enabled: mayPrepare && changeset.undoable > 0,
  });
  const undo = useUndo(changeset.applied.version);
  return (
    <section className="mt-5">
      <h2>Undo</h2>
      <p className="text-soft">
        {changeset.undoable === 0
          ? "There is nothing to undo here any more."
          : `Undoing it takes ${count(changeset.undoable, "change")}, in a draft that you review and apply like any other.`}
      </p>
      {changeset.rest && (
        <p className="mt-1">
          {count(changeset.rest.entries, "change was", "changes were")} not applied and{" "}
          {changeset.rest.entries === 1 ? "is" : "are"} still in the draft{" "}
          <Link to="/changes/drafts/$id" params={{ id: changeset.rest.draft }} className="link">
            {changeset.rest.name}
          </Link>
          .
        </p>
      )}
      {changeset.rest && changeset.undoable > 0 && mayPrepare && (
        <label className="mt-1 flex w-fit cursor-pointer items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={takesRest}
            onChange={() => setTakesRest(!takesRest)}
          />
          Discard that draft when the whole changeset is undone
        </label>
      )}
      {changeset.left.length > 0 && (
        <>
          <h3 className="mt-3 font-semibold">Not undone</h3>
          <ul className="mt-1 space-y-1">
            {changeset.left.map((text) => (
              <li key={text} className="flex gap-2 text-sm break-words">
                <span className="text-warning">▲</span>
                {text}
              </li>
            ))}
          </ul>
        </>
      )}
      {changeset.undoable > 0 && mayPrepare && (
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="btn"
            disabled={undo.isPending}
            onClick={() => undo.mutate({ about: undefined, takesRest: takesRest && changeset.rest != null })}
          >
            Prepare undo
          </button>
          <span className="text-soft">or only for</span>
          <div className="w-80">
            <Picker
              label="Undo only for"
              hideLabel
              placeholder="Person, tenant, group, role"
              choices={(about.data ?? []).map((one) => ({ id: one.id, name: one.name, note: one.kind }))}
              onType={setTyped}
              onPick={(id) => undo.mutate({ about: id, takesRest: false })}
            />
          </div>
        </div>
      )}
      {undo.error !== null && (
        <p role="alert" className="mt-2 font-semibold text-error">
          {undo.error.message}
        </p>
      )}
    </section>
  );
}
