import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { type Schemas } from "../api/client";
import { changesetQuery } from "../api/changeQueries";
import { useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { Empty, Read } from "../ui/states";
import { whyWords } from "../ui/words";
import { Coming } from "./Coming";
import { Touched } from "./Touched";
import { Undo } from "./Undo";

type Changeset = Schemas["ChangesetView"];

/** What was applied at once: its sentences, and beside them the way back and what it touched. */
export function ChangesetPage() {
  const { version } = useParams({ from: "/changes/versions/$version" });
  const changeset = useQuery(changesetQuery(Number(version)));
  return (
    <Read of={changeset} what="what was applied">
      {(data) => (
        <>
          <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Applied changes">
            <Applied changeset={data} />
          </section>
          <aside
            aria-label="Undo, and what it touched"
            className="w-[400px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4 max-[1100px]:w-[300px]"
          >
            <Undo changeset={data} />
            <Touched version={data.applied.version} />
          </aside>
        </>
      )}
    </Read>
  );
}

function Applied({ changeset }: { changeset: Changeset }) {
  const session = useSession();
  const { applied } = changeset;
  return (
    <>
      <div className="flex items-start gap-3">
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
          href={`/api/v1/changesets/${applied.version}/text`}
          download={`changeset-${applied.version}.wexa`}
        >
          Save as text
        </a>
        {changeset.job && (
          <Link to="/changes/jobs/$id" params={{ id: changeset.job }} className="btn btn-sm">
            See its job
          </Link>
        )}
      </div>
      {!changeset.job && changeset.sentences.length > 0 && (
        <p className="mt-2">
          <b className="text-success">✓ Applied.</b> No tenant had to do anything for it.
        </p>
      )}
      <Coming changeset={applied.version} />
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
    </>
  );
}
