import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import { newId, useDraft, type Draft } from "../api/drafts";
import { approvalQuery, lacksQuery, reviewQuery } from "../api/changeQueries";
import { useMay, useNow, useSession } from "../session/hooks";
import { day, lastDay } from "../ui/dates";
import { Empty, Read } from "../ui/states";
import { useKeys } from "../ui/keys";
import { blockedWords, count, laterWords, unusableWords, whyWords } from "../ui/words";
import { ApprovalCard } from "./Approval";
import { AsText } from "./AsText";
import { Entries } from "./Entries";
import { Later } from "./Later";
import { MissingAccounts } from "./MissingAccounts";
import { Sorted, type Way } from "./Sorted";
import { Ways } from "./Ways";
import { Told } from "./Told";
import { useApply } from "./mutations";
import { WhoGains } from "./WhoGains";

/** So many coming days are told in the headline. */
const MOST_LATER = 3;

/** Milliseconds after the last key. */
const SAVE_AFTER = 400;

export function ReviewPage() {
  const { id } = useParams({ from: "/changes/drafts/$id" });
  const { query } = useDraft(id);
  return (
    <Read of={query} what="the draft">
      {(draft) => <Review key={draft.id} draft={draft} />}
    </Read>
  );
}

function Review({ draft }: { draft: Draft }) {
  const [way, setWay] = useState<Way>("list");
  const [settled, setSettled] = useState(true);
  const closed = draft.state === "APPLIED" || draft.state === "DISCARDED";
  useKeys({ t: () => setWay((before) => (before === "text" ? "list" : "text")) });
  // a draft about many was not written there
  const isOnboarding =
    draft.entries.length === draft.total &&
    draft.entries.some((one) => one.form === "person.add" || one.form === "account.open") &&
    draft.entries.filter((one) => one.form === "person.add").length < 2;
  const isBeside = !closed && draft.total > 0 && (way === "list" || way === "text");
  return (
    <>
      <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Review">
        <div className="flex items-start gap-4">
          <div className="min-w-0 flex-1">
            {closed ? <h1>{draft.name}</h1> : <Name draft={draft} />}
            <Summary draft={draft} />
            {!closed && draft.total > 0 && <Unread draft={draft} />}
          </div>
          {!closed && isOnboarding && (
            <Link to="/onboard" search={{ draft: draft.id }} className="btn btn-sm">
              Edit
            </Link>
          )}
          {!closed && <Discard draft={draft} />}
        </div>
        <Why draft={draft} closed={closed} onSettled={setSettled} />
        {!closed && draft.total > 0 && <MissingAccounts draft={draft} />}
        {draft.total === 0 ? (
          way === "text" && !closed ? (
            <AsText draft={draft} />
          ) : (
            <div className="card-plain mt-4">
              <Empty title="There is nothing in this draft.">
                {!closed && (
                  <button type="button" className="btn btn-sm mt-2" onClick={() => setWay("text")}>
                    Write or paste changes as text
                  </button>
                )}
              </Empty>
            </div>
          )
        ) : (
          <>
            {!closed && <Ways way={way} onWay={setWay} />}
            {way === "list" || closed ? (
              <Entries draft={draft} closed={closed} />
            ) : way === "text" ? (
              <AsText draft={draft} />
            ) : (
              <Sorted draft={draft} way={way} />
            )}
          </>
        )}
        {!closed && <Told draft={draft} />}
        {!closed && draft.total > 0 && <Apply draft={draft} isSettled={settled} />}
      </section>
      {isBeside && (
        <aside
          aria-label="Who gains and loses"
          className="w-[340px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4 max-[1100px]:w-[260px]"
        >
          <WhoGains draft={draft} onPeople={() => setWay("people")} />
        </aside>
      )}
    </>
  );
}

/** The draft's name, changed in place. */
function Name({ draft }: { draft: Draft }) {
  const { rename } = useDraft(draft.id);
  const [typed, setTyped] = useState<string>();
  const keep = () => {
    if (typed !== undefined && typed.trim() !== "" && typed.trim() !== draft.name) {
      rename.mutate(typed.trim());
    }
    setTyped(undefined);
  };
  return (
    <h1>
      <input
        aria-label="Name of the draft"
        className="w-full rounded border border-transparent bg-transparent font-head hover:border-base-300 focus:border-base-300"
        maxLength={200}
        value={typed ?? draft.name}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
    </h1>
  );
}

/** Why it is done. Saved shortly after the last key; nothing is applied before that. */
function Why({ draft, closed, onSettled }: { draft: Draft; closed: boolean; onSettled: (settled: boolean) => void }) {
  const { explain } = useDraft(draft.id);
  // only what is typed here, so that what somebody else writes meanwhile is not written over
  const [typed, setTyped] = useState<{ reason?: string; ticket?: string }>({});
  const isFocused = useRef(false);
  const reason = typed.reason ?? draft.reason;
  const ticket = typed.ticket ?? draft.ticket;
  const isKept = reason.trim() === draft.reason && ticket.trim() === draft.ticket;
  const save = useRef(explain.mutate);
  useEffect(() => {
    save.current = explain.mutate;
  });
  useEffect(() => {
    onSettled(isKept);
    if (isKept) {
      return undefined;
    }
    const later = setTimeout(
      () => save.current(typed, { onSuccess: () => !isFocused.current && setTyped({}) }),
      SAVE_AFTER,
    );
    return () => clearTimeout(later);
  }, [typed, isKept, onSettled]);
  if (closed) {
    return <p className="text-soft">{whyWords(draft.reason, draft.ticket)}</p>;
  }
  return (
    <div
      className="mt-2 flex items-end gap-3"
      onFocus={() => (isFocused.current = true)}
      onBlur={() => {
        isFocused.current = false;
        if (isKept) {
          setTyped({});
        }
      }}
    >
      <label className="min-w-0 flex-1 text-xs font-semibold text-soft">
        Reason
        <input
          className="input mt-0.5 h-8 w-full font-normal text-base-content"
          maxLength={500}
          placeholder="Saved in the log and with every role and membership this draft gives"
          value={reason}
          onChange={(event) => setTyped((before) => ({ ...before, reason: event.target.value }))}
        />
      </label>
      <label className="w-40 text-xs font-semibold text-soft">
        Ticket
        <input
          className="input mt-0.5 h-8 w-full font-normal text-base-content"
          maxLength={100}
          value={ticket}
          onChange={(event) => setTyped((before) => ({ ...before, ticket: event.target.value }))}
        />
      </label>
      {explain.error !== null && (
        <p role="alert" className="text-sm font-semibold text-error">
          {explain.error.message}
        </p>
      )}
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
          {count(summary.people, "person", "people")}{" "}
          {summary.gains > 0 && (
            <>
              {summary.people === 1 ? "gains" : "gain"}{" "}
              <b className="text-success">{count(summary.gains, "permission")}</b>
              {summary.blocked > 0 && (
                <span>
                  ,{" "}
                  <span className="text-warning" aria-hidden>
                    ▲
                  </span>{" "}
                  {blockedWords(summary.gains, summary.blocked, summary.blocks)}
                  {summary.losses > 0 && ","}
                </span>
              )}
            </>
          )}
          {summary.gains > 0 && summary.losses > 0 && " and "}
          {summary.losses > 0 && (
            <>
              {summary.people === 1 ? "loses" : "lose"}{" "}
              <b className="text-error">{summary.gains > 0 ? summary.losses : count(summary.losses, "permission")}</b>
            </>
          )}{" "}
          {at}
          {unusableWords(summary.losses, summary.unusableLosses)}.{" "}
        </>
      )}
      {summary.later
        .slice(0, MOST_LATER)
        .map((one) => laterWords(one, day(one.at, session.zone), lastDay(one.at, session.zone)))
        .join(" ")}
      {summary.later.length > MOST_LATER && ` And more on ${count(summary.later.length - MOST_LATER, "later day")}.`}{" "}
      {summary.tenants.length > 0 && `It affects ${summary.tenants.join(", ")}.`}
      {summary.seats > 0 && ` It takes ${count(summary.seats, "seat")}.`}
    </p>
  );
}

/** What a tenant holds that was not read is not known: it is not the same as "nothing to do". */
function Unread({ draft }: { draft: Draft }) {
  const review = useQuery(reviewQuery(draft.id, draft.version));
  const unread = (review.data?.tenants ?? []).filter((tenant) => !tenant.answers);
  if (unread.length === 0) {
    return null;
  }
  return (
    <p className="font-semibold">
      <span className="text-warning" aria-hidden>
        ▲
      </span>{" "}
      {unread.map((tenant) => tenant.name).join(", ")} could not be read: what{" "}
      {unread.length === 1 ? "it holds" : "they hold"} now is not known.
    </p>
  );
}

function Apply({ draft, isSettled }: { draft: Draft; isSettled: boolean }) {
  const mayApply = useMay("APPLY");
  // what was shown is what is applied: nothing while another review is on its way
  const review = useQuery(reviewQuery(draft.id, draft.version));
  const digest = review.isPlaceholderData || review.isFetching ? undefined : review.data?.digest;
  // one id per look at the review: sent twice, it applies once
  const [requestId] = useState(newId);
  const apply = useApply(draft.id);
  const { ready, toSettle, alreadySo } = draft.summary;
  const lacks = useQuery(lacksQuery(draft.id, draft.version)).data ?? [];
  const approval = useQuery(approvalQuery(draft.id, draft.version)).data;
  const waits =
    approval !== undefined && !approval.isAlone && approval.state !== "NOT_NEEDED" && approval.state !== "APPROVED";
  // a tenant may differ from what is already so here
  const steps = (review.data?.tenants ?? []).reduce((sum, tenant) => sum + tenant.allSteps, 0);
  const isAgain = ready === 0 && alreadySo > 0 && steps > 0;
  const { later } = useSearch({ from: "/changes/drafts/$id" });
  const [isLater, setLater] = useState(later !== undefined);
  const canApply =
    mayApply &&
    isSettled &&
    !apply.isPending &&
    digest !== undefined &&
    (ready > 0 || isAgain) &&
    lacks.length === 0 &&
    !waits;
  return (
    <>
      {approval && <ApprovalCard draft={draft.id} digest={digest} approval={approval} />}
      <Later draft={draft} digest={digest} wanted={later} isOpen={isLater} onClose={() => setLater(false)} />
      {/* however long the list, what comes of it stays in sight */}
      <div className="sticky -bottom-4 mt-2 -mb-4 flex items-center gap-4 bg-base-200 py-4">
        <button
          type="button"
          className="btn btn-primary"
          disabled={!canApply}
          onClick={() => apply.mutate({ requestId, draftVersion: draft.version, digest: digest ?? "" })}
        >
          {isAgain
            ? `Send ${count(steps, "step")}`
            : ready === 0
              ? "Apply"
              : toSettle > 0
                ? `Apply ${count(ready, "ready change")}`
                : `Apply ${count(ready, "change")}`}
        </button>
        {canApply && !isLater && (
          <button type="button" className="btn btn-ghost btn-sm" onClick={() => setLater(true)}>
            Apply later…
          </button>
        )}
        <p className="text-soft">
          {!mayApply && "You may look, but not apply. "}
          {mayApply && lacks.length > 0 && (
            <b className="font-semibold text-error">
              ▲ {lacks.slice(0, 3).join(" ")} {lacks.length > 3 && `And ${lacks.length - 3} more. `}Another
              administrator can apply it.{" "}
            </b>
          )}
          {mayApply && waits && "It can be applied once it is approved. "}
          {ready === 0 && toSettle > 0 && "No change is ready yet. "}
          {toSettle > 0 && ready > 0 && `${count(toSettle, "change stays", "changes stay")} in the draft. `}
          {alreadySo > 0 && `${count(alreadySo, "change is", "changes are")} already in place in Wexa`}
          {alreadySo > 0 && (isAgain ? ", but not in every tenant: see “By tenant”. " : ". ")}
          {ready === 0 &&
            toSettle === 0 &&
            alreadySo > 0 &&
            steps === 0 &&
            digest !== undefined &&
            "All tenants matched when they were last read, so there is nothing to apply."}
        </p>
        {apply.error !== null && (
          <p role="alert" className="font-semibold text-error">
            {apply.error.message}
          </p>
        )}
      </div>
    </>
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
      Discard {count(draft.total, "change")}?
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
