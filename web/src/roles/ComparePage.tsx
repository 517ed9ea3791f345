import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { useExportCompared } from "../api/exports";
import { peopleQuery } from "../api/queries";
import { compareQuery, rolesQuery, setsQuery } from "../api/roleQueries";
import { useMay } from "../session/hooks";
import { Picker } from "../ui/picker";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { sharedOf, unionOf, verdictWords } from "./comparing";
import { sensitivityWord } from "./roleWords";

type View = Schemas["ComparedView"];
type Line = View["lines"][number];

const MOST = 5;

/** Two to five roles, permission sets or people side by side; what is compared stands in the address. */
export function ComparePage() {
  const { of = [] } = useSearch({ from: "/roles/compare" });
  const navigate = useNavigate();
  const set = (next: string[]) => void navigate({ to: "/roles/compare", search: { of: next }, replace: true });
  return (
    <section className="relative min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Compare">
      <h1>Compare</h1>
      <p className="text-soft">
        Roles, permission sets and people side by side: what they share, and where they differ.
      </p>
      {of.length < MOST && <Add of={of} onAdd={(one) => set([...of, one])} />}
      {of.length < 2 ? (
        <Chosen of={of} onRemove={(one) => set(of.filter((other) => other !== one))} />
      ) : (
        <Compared of={of} onRemove={(one) => set(of.filter((other) => other !== one))} />
      )}
    </section>
  );
}

function Add({ of, onAdd }: { of: readonly string[]; onAdd: (one: string) => void }) {
  const [typed, setTyped] = useState("");
  const roles = useQuery(rolesQuery);
  const sets = useQuery(setsQuery());
  const people = useQuery({ ...peopleQuery(typed), enabled: typed.length > 0 });
  const choices = [
    ...(roles.data ?? []).map((one) => ({
      id: `role:${one.id}`,
      name: one.name,
      note: one.description,
      source: "Roles",
    })),
    ...(sets.data ?? []).map((one) => ({
      id: `set:${one.id}`,
      name: one.name,
      note: one.description,
      source: "Permission sets",
    })),
    ...(people.data?.people ?? []).slice(0, 20).map((one) => ({
      id: `person:${one.id}`,
      name: one.name,
      note: one.job,
      source: "People",
    })),
  ].filter((choice) => !of.includes(choice.id));
  return (
    <div className="mt-3 max-w-md">
      <Picker
        label="Add to the comparison"
        hideLabel
        placeholder={of.length === 0 ? "Find a role, a permission set or a person" : "Add another one"}
        choices={choices}
        onType={setTyped}
        onPick={onAdd}
      />
    </div>
  );
}

/** One alone cannot be compared; it is named until another joins it. */
function Chosen({ of, onRemove }: { of: readonly string[]; onRemove: (one: string) => void }) {
  const roles = useQuery(rolesQuery);
  const sets = useQuery(setsQuery());
  const one = of[0];
  if (one === undefined) {
    return <Empty title="Nothing is chosen yet.">Add two to five.</Empty>;
  }
  return (
    <p className="mt-3">
      <b>
        {roles.data?.find((role) => `role:${role.id}` === one)?.name ??
          sets.data?.find((set) => `set:${set.id}` === one)?.name ??
          "One person"}
      </b>
      , and another one to compare it with.{" "}
      <button type="button" className="btn btn-xs" onClick={() => onRemove(one)}>
        Remove
      </button>
    </p>
  );
}

function Compared({ of, onRemove }: { of: readonly string[]; onRemove: (one: string) => void }) {
  const view = useQuery(compareQuery(of));
  return (
    <Read of={view} what="the comparison">
      {(data) => <Table view={data} of={of} onRemove={onRemove} />}
    </Read>
  );
}

function Table({ view, of, onRemove }: { view: View; of: readonly string[]; onRemove: (one: string) => void }) {
  const download = useExportCompared();
  const mayPrepare = useMay("PREPARE");
  const [differsOnly, setDiffersOnly] = useState(false);
  const lines = view.lines.filter((line) => !differsOnly || line.verdict !== "COMMON");
  const shared = sharedOf(view);
  return (
    <>
      <div className="mt-4 mb-1.5 flex flex-wrap items-center gap-3">
        <p className="flex-1">
          <b>{shared.length}</b> shared by all, <b>{view.lines.length - shared.length}</b> not.
        </p>
        <label className="flex min-h-7 cursor-pointer items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={differsOnly}
            onChange={(event) => setDiffersOnly(event.target.checked)}
          />
          Only differences
        </label>
        {mayPrepare && shared.length > 0 && (
          <Link to="/roles/work" search={{ need: shared }} className="btn btn-sm">
            Create a role from what they share
          </Link>
        )}
        {mayPrepare && view.lines.length > 0 && (
          <Link to="/roles/work" search={{ need: unionOf(view) }} className="btn btn-sm">
            Create a role from all
          </Link>
        )}
        <button
          type="button"
          className="btn btn-sm"
          disabled={download.isPending}
          onClick={() => download.mutate([...of])}
        >
          {download.isPending ? "Exporting…" : "Export with cover sheet"}
        </button>
      </div>
      <div className="card-plain overflow-x-auto">
        <table className="w-full">
          <thead>
            <tr className="text-xs text-soft">
              <th scope="col" className="px-3 py-1.5 text-left font-semibold">
                What
              </th>
              <th scope="col" className="px-2 text-left font-semibold">
                Action
              </th>
              {view.columns.map((column, place) => (
                <th
                  key={column.id}
                  scope="col"
                  className="border-l border-dashed border-line px-2 py-1.5 font-semibold text-base-content"
                >
                  <Link
                    to={column.kind === "PERSON" ? "/people/$id" : "/roles/$id"}
                    params={{ id: column.id }}
                    className="hover:underline"
                  >
                    {column.name}
                  </Link>
                  <br />
                  <span className="font-normal text-soft">{column.kind.toLowerCase()}</span>
                  <button
                    type="button"
                    className="mx-auto mt-0.5 block cursor-pointer rounded border border-base-300 px-1.5 font-normal text-soft hover:text-base-content"
                    aria-label={`Remove ${column.name} from the comparison`}
                    onClick={() => onRemove(of[place] ?? "")}
                  >
                    Remove
                  </button>
                </th>
              ))}
              <th scope="col" className="border-l-2 border-base-content bg-band px-2 text-left font-semibold">
                Who has it
              </th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line, place) => (
              <Row key={line.permission} line={line} isSame={lines[place - 1]?.type === line.type} view={view} />
            ))}
            {lines.length === 0 && (
              <tr>
                <td colSpan={view.columns.length + 3} className="px-3 py-6 text-center text-soft">
                  {view.lines.length === 0 ? "None of them grants anything." : "There are no differences."}
                </td>
              </tr>
            )}
          </tbody>
        </table>
      </div>
    </>
  );
}

function Row({ line, isSame, view }: { line: Line; isSame: boolean; view: View }) {
  return (
    <tr className="h-[30px] border-t border-line">
      <th scope="row" className="px-3 text-left font-semibold whitespace-nowrap">
        {isSame ? <span className="sr-only">{line.type}</span> : line.type}
      </th>
      <td className="px-2 whitespace-nowrap">
        {line.action} <span className="text-xs text-soft">{line.sort.toLowerCase()}</span>
        {line.sensitivity !== "NORMAL" && (
          <span className="ml-1.5 text-xs text-soft">{sensitivityWord(line.sensitivity)}</span>
        )}
      </td>
      {line.cells.map((cell, place) => (
        <td key={view.columns[place]?.id} className="border-l border-dashed border-line px-3 text-center">
          {cell.held ? (
            <span title={cell.places.join("\n")}>
              <span
                role="img"
                aria-label={`${view.columns[place]?.name ?? ""} has it`}
                className="mx-auto block h-1 max-w-20 rounded bg-primary"
              />
              {cell.places.length > 0 && (
                <span className="block text-xs text-soft">
                  {cell.places.length === 1 ? cell.places[0] : count(cell.places.length, "place")}
                </span>
              )}
            </span>
          ) : (
            <span className="sr-only">{view.columns[place]?.name} does not have it</span>
          )}
        </td>
      ))}
      <td
        className={`border-l-2 border-base-content bg-band px-2 text-sm ${line.verdict === "COMMON" ? "text-soft" : "font-semibold"}`}
      >
        {verdictWords(line, view)}
      </td>
    </tr>
  );
}
