import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useEffect } from "react";
import { type Schemas } from "../api/client";
import { changesetQuery, jobQuery } from "../api/changeQueries";
import { peopleQuery, deskQuery } from "../api/queries";
import { tenantsQuery } from "../api/tenantQueries";
import { useMay, useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { Because } from "../ui/because";
import { Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count, whyWords } from "../ui/words";
import { Coming } from "./Coming";
import { stuckOf } from "./stuck";
import { Touched } from "./Touched";
import { Undo } from "./Undo";
import { useRepeatStep, useSkipStep, useStopJob } from "./mutations";

type Job = Schemas["JobView"];
type Step = Schemas["StepView"];

const STATES: Record<string, { words: string; look: string; sign: string }> = {
  WAITING: { words: "waiting", look: "text-soft", sign: "○" },
  BY_HAND: { words: "to do by hand", look: "text-warning", sign: "☐" },
  SENT: { words: "sent", look: "text-primary", sign: "◐" },
  UNKNOWN: { words: "outcome unknown, being looked up", look: "text-warning", sign: "?" },
  DONE: { words: "done", look: "text-success", sign: "✓" },
  DIFFERS: { words: "not as wanted", look: "text-warning", sign: "≠" },
  REFUSED: { words: "refused", look: "text-error", sign: "✕" },
  SUPERSEDED: { words: "superseded", look: "text-soft", sign: "↷" },
  SKIPPED: { words: "skipped", look: "text-soft", sign: "–" },
};

/** Amber is for signs: as small text it cannot be read. */
function inWords(look: string): string {
  return look === "text-warning" ? "" : look;
}

export function JobPage() {
  const { id } = useParams({ from: "/changes/jobs/$id" });
  const client = useQueryClient();
  const job = useQuery(jobQuery(id));
  useEffect(() => {
    const events = new EventSource(`/api/v1/jobs/${id}/events`);
    events.addEventListener("changed", () => void client.invalidateQueries({ queryKey: jobQuery(id).queryKey }));
    return () => events.close();
  }, [id, client]);
  const state = job.data?.state;
  useEffect(() => {
    // what the header counts is another now
    if (state !== undefined && state !== "RUNNING") {
      void client.invalidateQueries({ queryKey: deskQuery.queryKey });
      void client.invalidateQueries({ queryKey: tenantsQuery.queryKey });
    }
  }, [state, client]);
  return (
    <Read of={job} what="the job">
      {(data) => (
        <>
          <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Job">
            <Steps job={data} />
          </section>
          <Beside job={data} />
        </>
      )}
    </Read>
  );
}

function headline(job: Job): string {
  if (job.state === "DONE") {
    return job.superseded === 0
      ? `All ${count(job.total, "step")} confirmed`
      : `${job.done} of ${count(job.total, "step")} confirmed, ${job.superseded} superseded by later changes`;
  }
  if (job.state === "DIFFERS") {
    return `${job.done} of ${count(job.total, "step")} confirmed, ${job.differs} not as wanted`;
  }
  if (job.refused > 0) {
    return `${count(job.refused, "step was", "steps were")} refused, ${job.done} of ${job.total} confirmed`;
  }
  if (job.state === "SKIPPED") {
    return `${job.done} of ${count(job.total, "step")} confirmed, ${job.skipped} skipped`;
  }
  return `${job.done} of ${count(job.total, "step")} confirmed`;
}

function Steps({ job }: { job: Job }) {
  const session = useSession();
  const person = useQuery({ ...peopleQuery(job.name), enabled: job.state === "DONE" });
  const subject = person.data?.people.find((one) => one.name === job.name);
  const mayApply = useMay("APPLY");
  const { waiting } = job;
  const stop = useStopJob(job.id);
  return (
    <>
      <h1>{job.name}</h1>
      <p className="text-soft">
        Job {job.number} · applied {moment(job.createdAt, session.zone)}
      </p>
      <div className="mt-3 flex items-center gap-4">
        <progress
          className={`progress w-72 ${job.refused > 0 ? "progress-error" : job.differs > 0 ? "progress-warning" : "progress-primary"}`}
          value={job.done}
          max={job.total}
          aria-label="Confirmed steps"
        />
        <b role="status">{headline(job)}</b>
        {subject !== undefined && (
          <Link to="/people/$id" params={{ id: subject.id }} className="btn btn-primary btn-sm">
            See what {subject.name.split(" ")[0]} can do
          </Link>
        )}
        {mayApply && waiting > 0 && (
          <Because
            act="Stop"
            ask={`Stop ${count(waiting, "step")} that ${waiting === 1 ? "waits" : "wait"}? What was sent goes on.`}
            isPending={stop.isPending}
            onSay={(reason) => stop.mutate(reason)}
          />
        )}
      </div>
      <Coming changeset={job.changeset} />
      {stop.error !== null && (
        <p role="alert" className="mt-2 font-semibold text-error">
          {stop.error.message}
        </p>
      )}
      {job.tenants.map((tenant) => (
        <section key={tenant.id} className="mt-5">
          <h2 className="flex items-center">
            <TenantDot colour={tenant.colour} />
            {tenant.name}
            <span className="ml-2 font-sans text-sm font-normal text-soft">
              {tenant.done} of {tenant.total} confirmed
              {tenant.feltAtSignIn && " · takes effect at next sign-in"}
            </span>
          </h2>
          <ol className="card-plain mt-1.5 divide-y divide-[var(--line)]">
            {tenant.steps.map((step) => (
              <StepLine key={step.id} step={step} job={job.id} />
            ))}
            {tenant.more > 0 && <li className="px-3 py-1.5 text-soft">and {count(tenant.more, "more step")}</li>}
          </ol>
        </section>
      ))}
    </>
  );
}

/** What is stuck and why, the way back, and what it was all about. */
function Beside({ job }: { job: Job }) {
  const changeset = useQuery(changesetQuery(job.changeset)).data;
  const stuck = stuckOf(job);
  return (
    <aside
      aria-label="What is stuck, and the way back"
      className="w-[360px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4 max-[1100px]:w-[280px]"
    >
      <section aria-labelledby="stuck" className="mb-5">
        <h2 id="stuck">{stuck.length === 0 ? "Nothing is stuck" : "What is stuck, and why"}</h2>
        {stuck.length === 0 && (
          <p className="mt-1 text-soft">
            {job.open > job.byHand
              ? "The steps go on by themselves; you can leave this page."
              : job.open > 0
                ? "Whatever Wexa does itself is finished."
                : "Every step is finished."}
          </p>
        )}
        <ul className="mt-1 space-y-2">
          {stuck.map((one) => (
            <li key={`${one.tenant} ${one.why}`}>
              <b className="font-semibold">
                <TenantDot colour={one.colour} />
                {one.tenant}: {count(one.steps, "step")}
              </b>
              <span className="block text-sm break-words text-soft">{one.why}</span>
            </li>
          ))}
        </ul>
      </section>
      {job.byHand > 0 && (
        <section aria-labelledby="by-hand" className="mb-5">
          <h2 id="by-hand">To do by hand</h2>
          <ul className="mt-1">
            {job.tenants
              .filter((tenant) => tenant.steps.some((step) => step.state === "BY_HAND"))
              .map((tenant) => (
                <li key={tenant.id}>
                  <TenantDot colour={tenant.colour} />
                  <Link to="/tenants/$id" params={{ id: tenant.id }} className="link">
                    Tasks in {tenant.name}
                  </Link>
                </li>
              ))}
          </ul>
        </section>
      )}
      {changeset && (
        <>
          <p className="mb-4">
            <Link
              to="/changes/versions/$version"
              params={{ version: String(job.changeset) }}
              className="font-semibold underline"
            >
              {count(changeset.sentences.length, "change")} applied
            </Link>{" "}
            <span className="text-soft">by {changeset.applied.actor}</span>
            <span className="block text-soft">{whyWords(changeset.reason, changeset.ticket)}</span>
          </p>
          <Undo changeset={changeset} />
        </>
      )}
      <Touched version={job.changeset} />
    </aside>
  );
}

function StepLine({ step, job }: { step: Step; job: string }) {
  const session = useSession();
  const mayApply = useMay("APPLY");
  const again = useRepeatStep(job, step.id);
  const skip = useSkipStep(job, step.id);
  const state = STATES[step.state];
  const retries = step.state === "WAITING" && step.attempts > 0;
  return (
    <li className="flex min-h-9 items-center gap-3 px-3 py-1">
      <span aria-hidden className={`w-4 text-center font-bold ${state?.look ?? ""}`}>
        {state?.sign}
      </span>
      <span className="font-semibold">{step.text}</span>
      <span
        className={`min-w-0 flex-1 text-sm ${step.state === "REFUSED" ? "text-error" : step.state === "DIFFERS" || retries ? "" : "truncate text-soft"}`}
        title={step.detail}
      >
        {step.detail}
      </span>
      <span className={`shrink-0 text-sm font-semibold ${inWords(state?.look ?? "")}`}>
        {step.held
          ? "held until what it needs is settled"
          : retries
            ? `tried ${count(step.attempts, "time")}, goes on`
            : state?.words}
        {step.finishedAt && (
          <span className="ml-2 font-normal text-soft" title={step.finishedAt}>
            {moment(step.finishedAt, session.zone)}
          </span>
        )}
      </span>
      {(step.state === "REFUSED" || step.state === "DIFFERS" || retries) && mayApply && (
        <button type="button" className="btn btn-sm" disabled={again.isPending} onClick={() => again.mutate()}>
          Try again
        </button>
      )}
      {(step.state === "REFUSED" || retries || step.held) && mayApply && (
        <Because
          act="Skip"
          ask="Why is it skipped?"
          isPending={skip.isPending}
          onSay={(reason) => skip.mutate(reason)}
        />
      )}
    </li>
  );
}
