import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import type { Schemas } from "../api/client";
import { allJobsQuery, MOST_JOBS } from "../api/changeQueries";
import { useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { WorkList } from "../ui/listTable";
import { Read } from "../ui/states";
import type { ListColumn, ListFacet } from "../ui/workList";
import { JOB_STATES } from "./jobStates";

type Row = Schemas["JobLine"];

const FACETS: readonly ListFacet<Row>[] = [
  { key: "state", name: "State", values: (row) => [row.state], words: (value) => JOB_STATES[value]?.words ?? value },
  {
    key: "has",
    name: "Has steps",
    values: (row) => [
      ...(row.open > 0 ? ["still open"] : []),
      ...(row.refused > 0 ? ["refused"] : []),
      ...(row.differs > 0 ? ["not as wanted"] : []),
      ...(row.skipped > 0 ? ["skipped"] : []),
      ...(row.superseded > 0 ? ["superseded"] : []),
    ],
  },
];

/** Jobs as a working table. */
export function JobsTable() {
  const session = useSession();
  const jobs = useQuery(allJobsQuery);
  const columns: readonly ListColumn<Row>[] = [
    { key: "name", name: "Job", value: (row) => row.name },
    { key: "number", name: "Number", value: (row) => row.number },
    { key: "at", name: "Begun", value: (row) => row.createdAt, text: (row) => moment(row.createdAt, session.zone) },
    { key: "state", name: "State", value: (row) => JOB_STATES[row.state]?.words ?? row.state },
    { key: "done", name: "Confirmed", value: (row) => row.done },
    { key: "open", name: "Open", value: (row) => row.open },
    { key: "refused", name: "Refused", value: (row) => row.refused },
    { key: "skipped", name: "Skipped", value: (row) => row.skipped },
    { key: "total", name: "Steps", value: (row) => row.total },
    { key: "changeset", name: "Version", value: (row) => row.changeset, isExtra: true },
  ];
  return (
    <Read of={jobs} what="jobs">
      {(data) => (
        <WorkList
          title="Jobs"
          place="jobs"
          exports={{ list: "JOBS" }}
          one="job"
          many="jobs"
          rows={data}
          idOf={(row) => row.id}
          nameOf={(row) => row.name}
          columns={columns}
          facets={FACETS}
          draw={(row, column) =>
            column === "name" ? (
              <Link to="/changes/jobs/$id" params={{ id: row.id }} className="font-semibold hover:underline">
                {row.name}
              </Link>
            ) : column === "state" ? (
              <b className={`font-semibold ${JOB_STATES[row.state]?.look ?? ""}`}>
                {JOB_STATES[row.state]?.words ?? row.state}
              </b>
            ) : undefined
          }
          head={
            <>
              {data.length === MOST_JOBS && (
                <span className="text-sm text-soft">the newest {MOST_JOBS.toLocaleString("en-GB")}</span>
              )}
              <Link to="/changes" className="btn btn-sm">
                Changes
              </Link>
            </>
          }
        />
      )}
    </Read>
  );
}
