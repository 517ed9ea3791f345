import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { tasksQuery } from "../api/tenantQueries";
import { useMay, useSession } from "../session/hooks";
import { Because } from "../ui/because";
import { moment } from "../ui/dates";
import { PersonPicker } from "../ui/personPicker";
import { problemOf, Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { useAssignTasks, useConfirmTasks, useReturnTasks } from "./manualMutations";
import { UploadList } from "./UploadList";

type Page = Schemas["ManualTasksView"];
type Task = Schemas["ManualTaskView"];

/** What is to be done by hand in a tenant without an interface, and the list by which it is read. */
export function Tasks({ tenant }: { tenant: Schemas["TenantRow"] }) {
  const tasks = useQuery(tasksQuery(tenant.id));
  return (
    <Read of={tasks} what="the tasks">
      {(data) => (
        <>
          <List key={data.tasks.length} tenant={tenant.id} page={data} />
          <UploadList tenant={tenant.id} />
        </>
      )}
    </Read>
  );
}

function List({ tenant, page }: { tenant: string; page: Page }) {
  const mayApply = useMay("APPLY");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const all = page.tasks.length > 0 && page.tasks.every((task) => chosen.has(task.id));
  return (
    <section aria-labelledby="tasks" className="mt-4">
      <h2 id="tasks">
        To do by hand{" "}
        <span className="font-sans text-sm font-normal text-soft">{page.tasks.length + page.more || ""}</span>
      </h2>
      {page.instructions !== "" && <p className="mt-1 max-w-3xl whitespace-pre-line text-soft">{page.instructions}</p>}
      {page.tasks.length === 0 ? (
        <p className="mt-1">
          <span className="text-success">✓</span> Nothing is waiting to be done in this tenant.
        </p>
      ) : (
        <div className="card-plain mt-1.5">
          {mayApply && (
            <div className="flex flex-wrap items-center gap-3 border-b border-line px-3 py-1.5">
              <label className="flex items-center gap-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  aria-label="Select all tasks"
                  checked={all}
                  onChange={() => setChosen(new Set(all ? [] : page.tasks.map((task) => task.id)))}
                />
                {chosen.size === 0 ? "Select all" : `${chosen.size} selected`}
              </label>
              {chosen.size > 0 && <Acts tenant={tenant} chosen={[...chosen]} />}
            </div>
          )}
          <ol className="divide-y divide-[var(--line)]">
            {page.tasks.map((task) => (
              <Line
                key={task.id}
                task={task}
                isChosen={chosen.has(task.id)}
                onChoose={
                  mayApply
                    ? () =>
                        setChosen(
                          new Set(
                            chosen.has(task.id) ? [...chosen].filter((id) => id !== task.id) : [...chosen, task.id],
                          ),
                        )
                    : undefined
                }
              />
            ))}
          </ol>
          {page.more > 0 && <p className="px-3 py-1.5 text-soft">and {count(page.more, "more task")}</p>}
        </div>
      )}
    </section>
  );
}

/** What is said of the tasks that are selected. */
function Acts({ tenant, chosen }: { tenant: string; chosen: string[] }) {
  const confirm = useConfirmTasks(tenant);
  const giveBack = useReturnTasks(tenant);
  const assign = useAssignTasks(tenant);
  const [isAssigning, setAssigning] = useState(false);
  return (
    <>
      <button
        type="button"
        className="btn btn-primary btn-sm"
        disabled={confirm.isPending}
        onClick={() => confirm.mutate(chosen)}
      >
        Mark as done
      </button>
      <button
        type="button"
        className="btn btn-sm"
        aria-expanded={isAssigning}
        onClick={() => setAssigning(!isAssigning)}
      >
        Assign to…
      </button>
      {isAssigning && (
        <div className="w-64">
          <PersonPicker
            label="Assign to"
            placeholder="Name"
            onPick={(person) => {
              assign.mutate({ tasks: chosen, assignee: person.id });
              setAssigning(false);
            }}
          />
        </div>
      )}
      <Because
        act="Cannot be done"
        ask="Why not?"
        isPending={giveBack.isPending}
        onSay={(reason) => giveBack.mutate({ tasks: chosen, reason })}
      />
      <Told error={confirm.error ?? giveBack.error ?? assign.error} />
      {problemOf(assign.error, "assignee") !== undefined && (
        <p role="alert" className="font-semibold text-error">
          {problemOf(assign.error, "assignee")}
        </p>
      )}
    </>
  );
}

function Line({ task, isChosen, onChoose }: { task: Task; isChosen: boolean; onChoose: (() => void) | undefined }) {
  const session = useSession();
  return (
    <li className={`flex gap-3 px-3 py-2 ${isChosen ? "bg-base-200" : ""}`}>
      {onChoose !== undefined && (
        <input
          type="checkbox"
          className="checkbox checkbox-sm mt-0.5"
          aria-label={task.text}
          checked={isChosen}
          onChange={onChoose}
        />
      )}
      <div className="min-w-0 flex-1">
        <b className="block font-semibold first-letter:uppercase">{task.text}</b>
        <dl className="mt-0.5 flex flex-wrap gap-x-5 text-sm">
          {task.values.map((one) => (
            <div key={one.label} className="flex gap-1.5">
              <dt className="text-soft">{one.label}</dt>
              <dd className="font-semibold break-all">{one.value}</dd>
            </div>
          ))}
        </dl>
      </div>
      <div className="shrink-0 text-right text-sm">
        <span className={task.isOverdue ? "font-semibold text-error" : "text-soft"}>
          {task.isOverdue ? "▲ overdue since " : "due "}
          {moment(task.due, session.zone)}
        </span>
        <span className="block">{task.assignee?.name ?? "not assigned"}</span>
        <Link to="/changes/jobs/$id" params={{ id: task.job }} className="link">
          Job
        </Link>
      </div>
    </li>
  );
}
