import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { Button, Dialog, DialogTrigger, Popover } from "react-aria-components";
import { jobsQuery } from "../api/changeQueries";
import { useNow, useSeesAll } from "../session/hooks";
import { count } from "../ui/words";
import { leftWords } from "./pace";

const OFTEN = 8_000;

/** Jobs that are on their way, wherever one is: how far they are, and how long they take at this pace. */
export function Work() {
  const seesAll = useSeesAll();
  const now = useNow();
  const jobs = useQuery({ ...jobsQuery, enabled: seesAll, refetchInterval: OFTEN }).data ?? [];
  const running = jobs.filter((job) => job.state === "RUNNING");
  if (running.length === 0) {
    return null;
  }
  const total = running.reduce((sum, job) => sum + job.total, 0);
  const done = running.reduce((sum, job) => sum + job.done, 0);
  return (
    <DialogTrigger>
      <Button className="flex cursor-pointer items-center gap-2 rounded border border-base-300 bg-base-100 px-2 text-sm text-base-content">
        <progress className="progress progress-primary w-16" value={done} max={total} aria-label="Confirmed steps" />
        {count(running.length, "job")} on the way
      </Button>
      <Popover placement="bottom end" className="card-plain w-96 p-2 shadow-md">
        <Dialog aria-label="Jobs on the way" className="outline-none">
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
              <li className="px-2 pt-1 text-sm text-soft">Jobs continue when you leave. Stop a job on its page.</li>
            </ul>
          )}
        </Dialog>
      </Popover>
    </DialogTrigger>
  );
}
