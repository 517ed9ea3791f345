import { useState } from "react";
import { type Schemas } from "../api/client";
import { useMay, useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { Told } from "../ui/plainField";
import { approvalWords, askedWords } from "./approvalWords";
import { useAnswerApproval, useAskForApproval } from "./mutations";

type Approval = Schemas["ApprovalView"];

interface Props {
  draft: string;
  /** What the draft would do, as it is shown; none while that is being asked for. */
  digest: string | undefined;
  approval: Approval;
}

/** That a draft needs a second person: why, how far it is, and what whoever looks can do about it. */
export function ApprovalCard({ draft, digest, approval }: Props) {
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  const mayApprove = useMay("APPROVE");
  if (approval.state === "NOT_NEEDED") {
    return null;
  }
  const isApproved = approval.state === "APPROVED";
  const mayAnswer = !approval.refusal && !isApproved && !approval.isAlone;
  const mayAsk = mayPrepare && !mayAnswer && approval.state !== "ASKED" && !isApproved && !approval.isAlone;
  const when = (at: string | null | undefined) => (at ? moment(at, session.zone) : "");
  return (
    <section className="card-plain mt-4 px-3 py-2.5" aria-label="Approval">
      <p className="font-semibold">
        <span className={isApproved ? "text-success" : "text-warning"} aria-hidden>
          {isApproved ? "●" : "▲"}
        </span>{" "}
        {approvalWords(approval)}
      </p>
      <p className="text-soft">Because {approval.because.join("; ")}.</p>
      {approval.askedBy && approval.state !== "LAPSED" && (
        <p className="mt-1">
          {askedWords(approval)} {when(approval.askedAt)}
          {approval.askedNote !== "" && <>: “{approval.askedNote}”</>}
        </p>
      )}
      {approval.answeredBy && approval.state !== "LAPSED" && (
        <p className="mt-1">
          {isApproved ? "Approved" : "Refused"} by {approval.answeredBy} {when(approval.answeredAt)}
          {approval.answerNote !== "" && <>: “{approval.answerNote}”</>}
        </p>
      )}
      {approval.state === "ASKED" && approval.refusal && mayApprove && <p className="mt-1">{approval.refusal}</p>}
      {mayAsk && <Ask draft={draft} digest={digest} approval={approval} />}
      {mayAnswer && <Answer draft={draft} digest={digest} />}
    </section>
  );
}

function Ask({ draft, digest, approval }: Props) {
  const [note, setNote] = useState("");
  const ask = useAskForApproval(draft);
  if (approval.approvers.length === 0) {
    return (
      <p className="mt-1 font-semibold">
        Everybody who may approve has worked on this draft. Under Administrators, somebody who manages administrators
        can let another administrator approve.
      </p>
    );
  }
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        ask.mutate({ digest: digest ?? "", note: note.trim() });
      }}
    >
      <Note label="Note to the approver" value={note} onChange={setNote} />
      <button type="submit" className="btn btn-primary btn-sm" disabled={digest === undefined || ask.isPending}>
        Ask for approval
      </button>
      <p className="w-full text-sm text-soft">
        It goes to the Desk of {approval.approvers.join(", ")}.
        {approval.approvers.length > 1 && " One of them is enough."}
      </p>
      <Told error={ask.error} />
    </form>
  );
}

function Answer({ draft, digest }: { draft: string; digest: string | undefined }) {
  const [note, setNote] = useState("");
  const answer = useAnswerApproval(draft);
  const say = (isApproved: boolean) => answer.mutate({ digest: digest ?? "", isApproved, note: note.trim() });
  const isBusy = digest === undefined || answer.isPending;
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3">
      <Note label="Note, needed to refuse" value={note} onChange={setNote} />
      <button type="button" className="btn btn-primary btn-sm" disabled={isBusy} onClick={() => say(true)}>
        Approve
      </button>
      <button type="button" className="btn btn-sm" disabled={isBusy || note.trim() === ""} onClick={() => say(false)}>
        Refuse
      </button>
      {answer.error !== null && (
        <p role="alert" className="w-full font-semibold text-error">
          {answer.error.message}
        </p>
      )}
    </div>
  );
}

function Note({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  return (
    <label className="min-w-64 flex-1 text-xs font-semibold text-soft">
      {label}
      <input
        aria-label={label}
        className="input mt-0.5 h-8 w-full font-normal text-base-content"
        maxLength={1000}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
