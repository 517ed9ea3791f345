import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { Button, Dialog, DialogTrigger, Popover } from "react-aria-components";
import type { Schemas } from "../api/client";
import { jobsQuery, longWorkQuery } from "../api/changeQueries";
import { useMay, useNow, useSeesAll } from "../session/hooks";
import { Told } from "../ui/plainField";
import { count } from "../ui/words";
import { useCancelWork } from "./mutations";
import { leftWords, spentWords } from "./pace";

const OFTEN = 8_000;

/** Jobs on their way and other long work, wherever one is: how far it is, and how long it takes at this pace. */
export function Work() {
  const seesAll = useSeesAll();
  const now = useNow();
  const jobs = useQuery({ ...jobsQuery, enabled: seesAll, refetchInterval: OFTEN }).data ?? [];
  const others = useQuery({ ...longWorkQuery, enabled: seesAll, refetchInterval: OFTEN }).data ?? [];
  const running = jobs.filter((job) => job.state === "RUNNING");
  if (running.length + others.length === 0) {
    return null;
  }
  const total = running.reduce((sum, job) => sum + job.total, 0);
  const done = running.reduce((sum, job) => sum + job.done, 0);
  const words = [
    running.length > 0 && `${count(running.length, "job")} on the way`,
    others.length > 0 && `${count(others.length, "task")} running`,
  ].filter((part) => part !== false);
  return (
    <DialogTrigger>
      <Button className="flex cursor-pointer items-center gap-2 rounded border border-base-300 bg-base-100 px-2 text-sm text-base-content">
        {running.length > 0 && (
          <progress className="progress progress-primary w-16" value={done} max={total} aria-label="Confirmed steps" />
        )}
        {words.join(", ")}
      </Button>
      <Popover placement="bottom end" className="card-plain w-96 p-2 shadow-md">
        <Dialog aria-label="In progress" className="outline-none">
          {({ close }) => (
            <ul>
              {running.map((job) => (
                <li key={job.id}>
                  <Link
                    to="/changes/jobs/$id"
                    params={{ id: job.id }}
                    className="row-hover block rounded px-2 py-1.5"
                    onClick={close}
                  >
                    <b className="block truncate font-semibold">{job.name}</b>
                    <span className="block text-sm text-soft">
                      {[
                        `${job.done} of ${count(job.total, "step")} confirmed`,
                        leftWords(job.done, job.total, new Date(job.createdAt).getTime(), now),
                      ]
                        .filter((part) => part !== "")
                        .join(", ")}
                    </span>
                  </Link>
                </li>
              ))}
              {others.map((one) => (
                <Other key={one.id} work={one} now={now} onOpen={close} />
              ))}
              <li className="px-2 pt-1 text-sm text-soft">
                {running.length > 0 && "Jobs continue when you leave. Stop a job on its page."}
              </li>
            </ul>
          )}
        </Dialog>
      </Popover>
    </DialogTrigger>
  );
}

function Other({ work, now, onOpen }: { work: Schemas["WorkView"]; now: number; onOpen: () => void }) {
  const mayCancel = useMay("PREPARE");
  const cancel = useCancelWork(work.id);
  const began = new Date(work.began).getTime();
  const total = work.total ?? 0;
  const progress =
    work.done === 0
      ? ""
      : total > 0
        ? `${work.done.toLocaleString("en-GB")} of about ${total.toLocaleString("en-GB")}`
        : work.done.toLocaleString("en-GB");
  return (
    <li className="flex items-center gap-2 px-2 py-1.5">
      <span className="min-w-0 flex-1">
        <Link to={work.href} className="block truncate font-semibold hover:underline" onClick={onOpen}>
          {work.name}
        </Link>
        <span className="block text-sm text-soft">
          {[progress, leftWords(work.done, total, began, now), spentWords(began, now)]
            .filter((part) => part !== "")
            .join(", ")}
        </span>
        <Told error={cancel.error} />
      </span>
      {mayCancel && (
        <button
          type="button"
          className="btn btn-xs"
          aria-label={`Cancel: ${work.name}`}
          disabled={work.isCancelled || cancel.isPending}
          onClick={() => cancel.mutate()}
        >
          {work.isCancelled ? "Cancelling…" : "Cancel"}
        </button>
      )}
    </li>
  );
}
