import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { tasksQuery } from "../api/tenantQueries";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";
import { useSetWork } from "./manualMutations";
import { NO_WORK, WorkFields, workInput, type Work } from "./WorkForm";

/** How the work in a tenant without an interface is done, and how to change that. */
export function WorkCard({ tenant }: { tenant: string }) {
  const mayGovern = useMay("GOVERN");
  const page = useQuery(tasksQuery(tenant)).data;
  const [typed, setTyped] = useState<Work>();
  const set = useSetWork(tenant);
  if (page === undefined) {
    return null;
  }
  return (
    <>
      <h2 className="mt-5">Done by hand</h2>
      <p className="text-soft">
        It has no interface. Tasks go to{" "}
        <b className="font-semibold text-base-content">{page.assignee?.name ?? "nobody yet"}</b>, within {page.hours}{" "}
        hours.
      </p>
      {mayGovern && typed === undefined && (
        <button
          type="button"
          className="btn btn-xs mt-1"
          onClick={() =>
            setTyped({
              ...NO_WORK,
              assignee: page.assignee?.id ?? "",
              assigneeName: page.assignee?.name ?? "",
              instructions: page.instructions,
              hours: String(page.hours),
            })
          }
        >
          Change who does it and how
        </button>
      )}
      {typed !== undefined && (
        <form
          className="mb-4"
          aria-label="How the work is done"
          onSubmit={(event) => {
            event.preventDefault();
            set.mutate(workInput(typed), { onSuccess: () => setTyped(undefined) });
          }}
        >
          <WorkFields work={typed} onChange={setTyped} error={set.error} path="" />
          <Told error={set.error} />
          <p className="mt-3 flex gap-2">
            <button type="submit" className="btn btn-primary btn-sm" disabled={set.isPending}>
              Save
            </button>
            <button type="button" className="btn btn-sm" onClick={() => setTyped(undefined)}>
              Cancel
            </button>
          </p>
        </form>
      )}
    </>
  );
}
