import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { api, Problem, take } from "../api/client";
import { newId, useDraft, type Draft } from "../api/drafts";
import { draftQuery } from "../api/queries";
import { useMay, useNow, useSession } from "../session/hooks";
import { day } from "../ui/dates";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";

const STATES: Record<string, { words: string; look: string }> = {
  READY: { words: "ready", look: "text-success" },
  ALREADY_SO: { words: "already so", look: "text-soft" },
  TO_SETTLE: { words: "to settle", look: "text-error" },
};

export function ReviewPage() {
  const { id } = useParams({ from: "/changes/drafts/$id" });
  const { query } = useDraft(id);
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Review">
      <Read of={query} what="the draft">
        {(draft) => <Review key={draft.id} draft={draft} />}
      </Read>
    </section>
  );
}

function Review({ draft }: { draft: Draft }) {
  const closed = draft.state === "APPLIED" || draft.state === "DISCARDED";
  const isOnboarding = draft.entries.some((one) => one.form === "person.add" || one.form === "account.open");
  return (
    <div className="max-w-5xl">
      <div className="flex items-start gap-4">
        <div className="min-w-0 flex-1">
          <h1>{draft.name}</h1>
          <Summary draft={draft} />
        </div>
        {!closed && isOnboarding && (
          <Link to="/onboard" search={{ draft: draft.id }} className="btn btn-sm">
            Go on editing
          </Link>
        )}
        {!closed && <Discard draft={draft} />}
      </div>
      {draft.entries.length === 0 ? (
        <div className="card-plain mt-4">
          <Empty title="There is nothing in this draft." />
        </div>
      ) : (
        <ol className="card-plain mt-4 divide-y divide-[var(--line)]">
          {draft.entries.map((entry) => (
            <li key={entry.id} className="flex gap-4 px-3 py-1.5">
              <div className="min-w-0 flex-1">
                <p className="font-mono text-sm break-words">{entry.sentence === "" ? entry.form : entry.sentence}</p>
                {entry.findings.map((finding) => (
                  <p
                    key={`${finding.code} ${finding.path}`}
                    className={`mt-0.5 text-sm ${finding.severity === "BLOCK" ? "text-error" : ""}`}
                  >
                    ▲ {finding.text}
                  </p>
                ))}
              </div>
              <b className={`shrink-0 text-sm ${STATES[entry.state]?.look ?? ""}`}>
                {closed ? "applied" : (STATES[entry.state]?.words ?? entry.state)}
              </b>
            </li>
          ))}
        </ol>
      )}
      {!closed && draft.entries.length > 0 && <Apply draft={draft} />}
    </div>
  );
}

function Summary({ draft }: { draft: Draft }) {
  const session = useSession();
  const now = useNow();
  const { summary } = draft;
  const at =
    new Date(summary.countedAt).getTime() <= now + 60_000 ? "now" : `on ${day(summary.countedAt, session.zone)}`;
  if (draft.state === "APPLIED" || draft.state === "DISCARDED") {
    return <p className="text-soft">This draft was {draft.state.toLowerCase()}.</p>;
  }
  return (
    <p className="text-soft">
      {summary.people > 0 && (
        <>
          {count(summary.people, "person", "people")} {summary.people === 1 ? "gains" : "gain"}{" "}
          <b className="text-success">{count(summary.gains, "permission")}</b>
          {summary.losses > 0 && (
            <>
              {" "}
              and {summary.people === 1 ? "loses" : "lose"} <b className="text-error">{summary.losses}</b>
            </>
          )}{" "}
          {at}.{" "}
        </>
      )}
      {summary.tenants.length > 0 ? `It reaches ${summary.tenants.join(", ")}.` : "It reaches no tenant."}
      {summary.seats > 0 && ` It takes ${count(summary.seats, "seat")}.`}
    </p>
  );
}

function Apply({ draft }: { draft: Draft }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const mayApply = useMay("APPLY");
  // one id per look at the review: sent twice, it applies once
  const [requestId] = useState(newId);
  const apply = useMutation({
    mutationFn: () =>
      take(
        api.POST("/api/v1/drafts/{id}/apply", {
          params: { path: { id: draft.id } },
          body: { requestId, draftVersion: draft.version, digest: draft.digest },
        }),
      ),
    onSuccess: async (result) => {
      await client.invalidateQueries();
      if (result.job) {
        await navigate({ to: "/changes/jobs/$id", params: { id: result.job }, search: { draft: undefined } });
      } else {
        await navigate({ to: "/changes", search: { draft: undefined } });
      }
    },
    onError: (failure) => {
      if (failure instanceof Problem && failure.status === 409) {
        void client.invalidateQueries({ queryKey: draftQuery(draft.id).queryKey });
      }
    },
  });
  const { ready, toSettle, alreadySo } = draft.summary;
  return (
    <div className="mt-4 flex items-center gap-4">
      <button
        type="button"
        className="btn btn-primary"
        disabled={!mayApply || apply.isPending || ready === 0}
        onClick={() => apply.mutate()}
      >
        {toSettle > 0
          ? `Apply the ${ready} that ${ready === 1 ? "is" : "are"} ready`
          : `Apply ${count(ready, "change")}`}
      </button>
      <p className="text-soft">
        {!mayApply && "You may look, but not apply. "}
        {ready === 0 && "Nothing is ready yet. "}
        {toSettle > 0 && ready > 0 && `${count(toSettle, "change stays", "changes stay")} in the draft. `}
        {alreadySo > 0 && `${alreadySo} already so. `}
      </p>
      {apply.error !== null && (
        <p role="alert" className="font-semibold text-error">
          {apply.error.message}
        </p>
      )}
    </div>
  );
}

function Discard({ draft }: { draft: Draft }) {
  const { move } = useDraft(draft.id);
  const navigate = useNavigate();
  const [asked, setAsked] = useState(false);
  if (!asked) {
    return (
      <button type="button" className="btn btn-ghost btn-sm" onClick={() => setAsked(true)}>
        Discard…
      </button>
    );
  }
  return (
    <span className="flex items-center gap-2">
      Discard {count(draft.entries.length, "change")}?
      <button
        type="button"
        className="btn btn-error btn-sm"
        onClick={() =>
          move.mutate("DISCARDED", { onSuccess: () => void navigate({ to: "/changes", search: { draft: undefined } }) })
        }
      >
        Discard
      </button>
      <button type="button" className="btn btn-sm" onClick={() => setAsked(false)}>
        Keep
      </button>
    </span>
  );
}
