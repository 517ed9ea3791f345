import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { changesetsQuery, jobsQuery, liveDraftsQuery } from "../api/changeQueries";
import { useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { EmptyItem, Read } from "../ui/states";
import { count } from "../ui/words";
import { NextPage } from "../ui/nextPage";
import { JOB_STATES } from "./jobStates";

export function ChangesPage() {
  const session = useSession();
  const drafts = useInfiniteQuery(liveDraftsQuery);
  const live = drafts.data?.pages.flatMap((page) => page.drafts) ?? [];
  const total = drafts.data?.pages[0]?.total ?? 0;
  const jobs = useQuery(jobsQuery);
  const changesets = useQuery(changesetsQuery);
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Changes">
      <h1>Changes</h1>
      <p className="text-soft">
        Drafts change nothing. Applied, they go to every tenant, and each step is followed up.
      </p>
      <div className="mt-4 grid gap-6 min-[1100px]:grid-cols-2">
        <section>
          <h2>Drafts {total > 0 && <span className="font-sans text-sm font-normal text-soft">{total}</span>}</h2>
          <Read of={drafts} what="drafts">
            {() => (
              <>
                <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
                  {live.length === 0 && <EmptyItem title="No drafts">Onboarding somebody starts one.</EmptyItem>}
                  {live.map((draft) => (
                    <li key={draft.id}>
                      <Link
                        to="/changes/drafts/$id"
                        params={{ id: draft.id }}
                        search={{ draft: draft.id }}
                        className="row-hover flex min-h-9 items-center gap-3 px-3 py-1"
                      >
                        <b className="min-w-0 font-semibold break-words">{draft.name}</b>
                        <span className="text-sm whitespace-nowrap text-soft">
                          {count(draft.entries, "change")}
                          {draft.state === "PARKED" && ", saved for later"} · {draft.owner}
                        </span>
                        <span className="ml-auto text-sm whitespace-nowrap text-soft">
                          {moment(draft.changedAt, session.zone)}
                        </span>
                      </Link>
                    </li>
                  ))}
                </ul>
                <NextPage of={drafts} className="mt-2">
                  Show more of {total}
                </NextPage>
              </>
            )}
          </Read>
        </section>
        <section>
          <h2 className="flex items-center gap-2">
            <span className="flex-1">Running and completed</span>
            <Link to="/changes/jobs" className="btn btn-xs font-sans">
              As a table
            </Link>
          </h2>
          <Read of={jobs} what="jobs">
            {(data) => (
              <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
                {data.length === 0 && <EmptyItem title="Nothing was sent to a tenant yet" />}
                {data.map((job) => (
                  <li key={job.id}>
                    <Link
                      to="/changes/jobs/$id"
                      params={{ id: job.id }}
                      className="row-hover flex min-h-9 items-center gap-3 px-3 py-1"
                    >
                      <span className="w-8 font-mono text-sm text-soft">{job.number}</span>
                      <b className="font-semibold">{job.name}</b>
                      <span className="text-sm text-soft">{moment(job.createdAt, session.zone)}</span>
                      <b className={`ml-auto text-sm ${JOB_STATES[job.state]?.look ?? ""}`}>
                        {JOB_STATES[job.state]?.words ?? job.state} · {job.done} of {count(job.total, "step")}
                      </b>
                    </Link>
                  </li>
                ))}
              </ul>
            )}
          </Read>
        </section>
      </div>
      <h2 className="mt-6">Applied</h2>
      <Read of={changesets} what="what was applied">
        {(data) => (
          <table className="card-plain mt-1.5 w-full">
            <thead>
              <tr className="text-left text-xs text-soft">
                <th className="px-3 py-1.5 font-semibold">Version</th>
                <th className="px-2 font-semibold">Name</th>
                <th className="px-2 font-semibold">From</th>
                <th className="px-2 font-semibold">By</th>
                <th className="px-2 font-semibold">When</th>
              </tr>
            </thead>
            <tbody>
              {data.map((one) => (
                <tr key={one.version} className="h-8 border-t border-line">
                  <td className="px-3 font-mono text-sm">{one.version}</td>
                  <td className="px-2 font-semibold">
                    <Link
                      to="/changes/versions/$version"
                      params={{ version: String(one.version) }}
                      className="hover:underline"
                    >
                      {one.name}
                    </Link>
                  </td>
                  <td className="px-2">{one.origin.toLowerCase()}</td>
                  <td className="px-2">{one.actor}</td>
                  <td className="px-2">{moment(one.appliedAt, session.zone)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </Read>
    </section>
  );
}
