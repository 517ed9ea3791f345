import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "@tanstack/react-router";
import { api, take, type Schemas } from "../api/client";
import { changesetQuery, draftQuery, draftsQuery } from "../api/queries";
import { useMay, useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";

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
        </div>
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
      <Undo changeset={changeset} />
    </div>
  );
}

/** The way back as a draft; what would not come back is named before. */
function Undo({ changeset }: { changeset: Changeset }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const mayPrepare = useMay("PREPARE");
  const undo = useMutation({
    mutationFn: () =>
      take(api.POST("/api/v1/changesets/{version}/undo", { params: { path: { version: changeset.applied.version } } })),
    onSuccess: async (draft) => {
      client.setQueryData(draftQuery(draft.id).queryKey, draft);
      void client.invalidateQueries({ queryKey: draftsQuery.queryKey, exact: true });
      await navigate({ to: "/changes/drafts/$id", params: { id: draft.id }, search: { draft: draft.id } });
    },
  });
  return (
    <section className="mt-5">
      <h2>Undo</h2>
      <p className="text-soft">
        {changeset.undoable === 0
          ? "There is nothing to undo here any more."
          : `${count(changeset.undoable, "change leads", "changes lead")} back. They become a draft that you review and apply like any other.`}
      </p>
      {changeset.left.length > 0 && (
        <>
          <h3 className="mt-3 font-semibold">What does not come back</h3>
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
        <button type="button" className="btn mt-3" disabled={undo.isPending} onClick={() => undo.mutate()}>
          Prepare the way back
        </button>
      )}
      {undo.error !== null && (
        <p role="alert" className="mt-2 font-semibold text-error">
          {undo.error.message}
        </p>
      )}
    </section>
  );
}
