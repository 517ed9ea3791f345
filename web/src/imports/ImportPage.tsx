import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { importQuery, importRowsQuery, type RowResult } from "../api/queries";
import { useMay } from "../session/hooks";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { Choose } from "./Choose";
import { useTable, type Sheet, type Table } from "./hooks";
import { NextPage } from "../ui/nextPage";

type RowView = Schemas["RowView"];

const SHEETS: { sheet: Sheet; name: string }[] = [
  { sheet: "PEOPLE", name: "people" },
  { sheet: "GROUPS", name: "groups" },
  { sheet: "MEMBERSHIPS", name: "memberships" },
  { sheet: "ASSIGNMENTS", name: "role assignments" },
];

const RESULTS: { result: RowResult; words: string; look: string }[] = [
  { result: "REFUSED", words: "refused", look: "text-error" },
  { result: "CREATE", words: "would create", look: "text-success" },
  { result: "CHANGE", words: "would change", look: "text-primary" },
  { result: "UNCHANGED", words: "unchanged", look: "text-soft" },
];

function sheetOf(text: string): Sheet {
  return SHEETS.find((one) => one.sheet === text)?.sheet ?? "PEOPLE";
}

export function ImportPage() {
  const { id } = useParams({ from: "/import/$id" });
  const table = useQuery(importQuery(id));
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Import">
      <Read of={table} what="the table">
        {(data) => <Tried key={data.id} table={data} />}
      </Read>
    </section>
  );
}

function Tried({ table }: { table: Table }) {
  const { match, correct, draft } = useTable(table);
  const mayPrepare = useMay("PREPARE");
  const [wanted, setWanted] = useState<RowResult | "ALL">();
  const [isMatching, setMatching] = useState(false);
  const of = (result: RowResult) => table.results[result] ?? 0;
  const ready = of("CREATE") + of("CHANGE");
  const filter = wanted ?? (of("REFUSED") > 0 ? "REFUSED" : "ALL");
  const isReadable = table.missing.length === 0;
  const error = match.error ?? correct.error ?? draft.error;
  return (
    <>
      <p className="text-sm">
        <Link to="/import" className="text-primary hover:underline">
          Import
        </Link>
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <h1>{table.name}</h1>
        {mayPrepare && ready > 0 && (
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={draft.isPending}
            onClick={() => draft.mutate()}
          >
            Make a draft of {count(ready, "row")}
          </button>
        )}
        {isReadable && (
          <a className="btn btn-sm" href={`/api/v1/imports/${table.id}/results`} download>
            Results as CSV
          </a>
        )}
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-2 text-soft">
        <span>{count(table.rows, "row")} about</span>
        <select
          aria-label="What the rows are about"
          className="select h-7 w-44 text-base-content"
          value={table.sheet}
          disabled={!mayPrepare || match.isPending}
          onChange={(event) => {
            match.mutate({
              sheet: sheetOf(event.target.value),
              fields: table.columns.map((column) => column.field ?? null),
            });
          }}
        >
          {SHEETS.map((one) => (
            <option key={one.sheet} value={one.sheet}>
              {one.name}
            </option>
          ))}
        </select>
        <button
          type="button"
          className="btn btn-xs"
          aria-expanded={isMatching || !isReadable}
          onClick={() => setMatching(!isMatching)}
        >
          What the columns mean
        </button>
      </div>
      {table.problem !== "" && (
        <p role="alert" className="mt-2 font-semibold text-error">
          ▲ {table.problem}
        </p>
      )}
      {error !== null && (
        <p role="alert" className="mt-2 font-semibold text-error">
          ▲ {error.message}
        </p>
      )}
      {!isReadable && (
        <p role="alert" className="mt-2 font-semibold text-error">
          ▲ No column is matched to {table.missing.join(" and ")}. Say below which one it is.
        </p>
      )}
      {(isMatching || !isReadable) && (
        <Columns
          table={table}
          isDisabled={!mayPrepare || match.isPending}
          onMatch={(fields) => match.mutate({ sheet: sheetOf(table.sheet), fields })}
        />
      )}
      {isReadable && (
        <>
          <div role="group" aria-label="Rows by result" className="mt-4 flex flex-wrap gap-1.5">
            <Filter words={`All ${table.rows}`} isOn={filter === "ALL"} onChoose={() => setWanted("ALL")} />
            {RESULTS.map((one) => (
              <Filter
                key={one.result}
                words={`${of(one.result)} ${one.words}`}
                isOn={filter === one.result}
                onChoose={() => setWanted(one.result)}
              />
            ))}
          </div>
          <Rows
            table={table}
            result={filter === "ALL" ? undefined : filter}
            onCorrect={mayPrepare ? (line, cells) => correct.mutate({ line, cells }) : undefined}
          />
        </>
      )}
      {mayPrepare && (
        <div className="mt-6 max-w-xl">
          <Choose words="Bring the mended file instead" />
        </div>
      )}
    </>
  );
}

function Filter({ words, isOn, onChoose }: { words: string; isOn: boolean; onChoose: () => void }) {
  return (
    <button type="button" aria-pressed={isOn} className={`btn btn-sm ${isOn ? "btn-primary" : ""}`} onClick={onChoose}>
      {words}
    </button>
  );
}

/** Which field each column fills. */
function Columns({
  table,
  isDisabled,
  onMatch,
}: {
  table: Table;
  isDisabled: boolean;
  onMatch: (fields: (string | null)[]) => void;
}) {
  const fields = table.columns.map((column) => column.field ?? null);
  return (
    <div className="card-plain mt-3 grid grid-cols-2 gap-x-6 gap-y-2 p-3 min-[1100px]:grid-cols-3">
      {table.columns.map((column, place) => (
        <label key={column.header} className="flex items-center justify-between gap-2">
          <span className="min-w-0 truncate font-mono text-sm" title={column.header}>
            {column.header}
          </span>
          <select
            aria-label={`What ${column.header} is`}
            className={`select h-7 w-40 ${column.field ? "" : "text-soft"}`}
            value={column.field ?? ""}
            disabled={isDisabled}
            onChange={(event) =>
              onMatch(
                fields.map((field, at) =>
                  at === place
                    ? event.target.value === ""
                      ? null
                      : event.target.value
                    : field === event.target.value
                      ? null
                      : field,
                ),
              )
            }
          >
            <option value="">left out</option>
            {table.fields.map((field) => (
              <option key={field.field} value={field.field}>
                {field.title}
                {field.needed ? " (needed)" : ""}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}

function Rows({
  table,
  result,
  onCorrect,
}: {
  table: Table;
  result: RowResult | undefined;
  onCorrect: ((line: number, cells: string[]) => void) | undefined;
}) {
  const rows = useInfiniteQuery(importRowsQuery(table.id, table.version, result));
  const shown = rows.data?.pages.flatMap((page) => page.rows) ?? [];
  const total = rows.data?.pages[0]?.total ?? 0;
  if (rows.isSuccess && total === 0) {
    return (
      <div className="card-plain mt-2">
        <Empty title="No row is of that kind" />
      </div>
    );
  }
  return (
    <>
      <div className="card-plain mt-2 overflow-x-auto" tabIndex={0} role="region" aria-label="Rows">
        <table className="w-full">
          <thead>
            <tr className="text-left text-xs text-soft">
              <th className="px-3 py-1.5 font-semibold">Line</th>
              <th className="px-2 font-semibold">Result</th>
              {table.columns.map((column) => (
                <th key={column.header} className="px-2 font-semibold whitespace-nowrap">
                  {column.header}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => (
              <RowLine key={`${row.line} ${row.cells.join("\t")}`} row={row} onCorrect={onCorrect} />
            ))}
          </tbody>
        </table>
      </div>
      <NextPage of={rows} className="mt-2">
        Show more: {shown.length} of {total} shown
      </NextPage>
    </>
  );
}

/** A refused row is corrected where it stands. */
function RowLine({
  row,
  onCorrect,
}: {
  row: RowView;
  onCorrect: ((line: number, cells: string[]) => void) | undefined;
}) {
  const [cells, setCells] = useState(row.cells);
  const result = RESULTS.find((one) => one.result === row.result);
  const isRefused = row.result === "REFUSED";
  const wrong = new Set(row.found.filter((found) => found.blocks).map((found) => found.column));
  const isEdited = cells.some((cell, place) => cell !== row.cells[place]);
  const send = () => {
    if (isEdited) {
      onCorrect?.(row.line, cells);
    }
  };
  return (
    <>
      <tr className={`h-8 border-t border-line ${isRefused ? "align-top [&>td]:pt-1" : ""}`}>
        <td className="px-3 font-mono text-sm text-soft">{row.line}</td>
        <td className={`px-2 text-sm font-semibold whitespace-nowrap ${result?.look ?? ""}`}>{result?.words}</td>
        {cells.map((cell, place) => (
          <td key={place} className="px-2">
            {isRefused && onCorrect !== undefined ? (
              <input
                aria-label={`Column ${place + 1} of line ${row.line}`}
                aria-invalid={wrong.has(place)}
                className={`input h-7 w-full min-w-24 px-2 ${wrong.has(place) ? "input-error" : ""}`}
                value={cell}
                onChange={(event) => setCells(cells.map((one, at) => (at === place ? event.target.value : one)))}
                onBlur={send}
                onKeyDown={(event) => event.key === "Enter" && send()}
              />
            ) : (
              <span className="block max-w-56 truncate" title={cell}>
                {cell}
              </span>
            )}
          </td>
        ))}
      </tr>
      {row.found.length > 0 && (
        <tr>
          <td />
          <td colSpan={cells.length + 1} className="px-2 pb-1.5 text-sm">
            {row.found.map((found) => (
              <span key={found.code + found.text} className={`mr-4 font-semibold ${found.blocks ? "text-error" : ""}`}>
                ▲ {found.text}
              </span>
            ))}
          </td>
        </tr>
      )}
    </>
  );
}
