import { useVirtualizer } from "@tanstack/react-virtual";
import { useRef, useState, type ReactNode } from "react";
import { Empty } from "./states";
import { count } from "./words";
import {
  csvOf,
  facetCounts,
  listed,
  shownColumns,
  toggledFacet,
  type ListColumn,
  type ListFacet,
  type ListSearch,
} from "./workList";

const ROW = 34;
const MOST_VALUES = 12;

interface Props<T> {
  title: string;
  one: string;
  many: string;
  rows: readonly T[];
  idOf: (row: T) => string;
  nameOf: (row: T) => string;
  columns: readonly ListColumn<T>[];
  facets: readonly ListFacet<T>[];
  search: ListSearch;
  onSearch: (search: ListSearch) => void;
  /** A cell that is more than its text, such as a link. */
  draw?: (row: T, column: string) => ReactNode;
  /** What can be done with those that are chosen; without it nothing is chosen. */
  acts?: (chosen: readonly T[], clear: () => void) => ReactNode;
  head?: ReactNode;
}

/** A list to work in: filtered at the left with counts, sorted by its columns, chosen by box and Shift, saved as CSV. */
export function WorkList<T>(props: Props<T>) {
  const { rows, columns, facets, search, onSearch, title, acts } = props;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const found = listed(rows, columns, facets, search);
  const shown = shownColumns(columns, search, rows);
  const picked = found.filter((row) => chosen.has(props.idOf(row)));
  return (
    <>
      <section
        aria-label="Filter"
        className="w-56 shrink-0 overflow-auto border-r border-base-300 bg-base-100 px-3 py-2.5"
      >
        <input
          aria-label={`Search ${title.toLowerCase()}`}
          className="input w-full"
          placeholder="Search"
          value={search.q ?? ""}
          onChange={(event) => onSearch({ ...search, q: event.target.value === "" ? undefined : event.target.value })}
        />
        {(search.f !== undefined || search.q !== undefined) && (
          <button
            type="button"
            className="btn btn-xs mt-2 w-full"
            onClick={() => onSearch({ ...search, q: undefined, f: undefined })}
          >
            Clear the filter
          </button>
        )}
        {facets.map((facet) => (
          <FacetOf key={facet.key} facet={facet} {...props} />
        ))}
      </section>
      <section aria-label={title} className="flex min-w-0 flex-1 flex-col">
        <div className="flex flex-wrap items-center gap-2 border-b border-base-300 px-4 py-2.5">
          <h1 className="min-w-0 flex-1 truncate text-lg!">
            {title}
            <span role="status" className="ml-2 font-sans text-sm font-normal text-soft">
              {count(found.length, props.one, props.many)}
            </span>
          </h1>
          {props.head}
          <Columns columns={columns} rows={rows} search={search} onSearch={onSearch} />
          <button type="button" className="btn btn-sm" onClick={() => save(csvOf(found, shown), title)}>
            Export CSV
          </button>
        </div>
        {acts !== undefined && (
          <div className="flex min-h-10 flex-wrap items-center gap-1.5 border-b border-base-300 bg-chosen px-4 py-1.5">
            <b className="text-sm font-semibold" role="status">
              {picked.length === 0 ? "Nothing selected" : `${picked.length} selected`}
            </b>
            {picked.length < found.length && (
              <button
                type="button"
                className="btn btn-ghost btn-xs"
                onClick={() => setChosen(new Set(found.map(props.idOf)))}
              >
                Select all {found.length} that match
              </button>
            )}
            {picked.length > 0 && (
              <button type="button" className="btn btn-ghost btn-xs" onClick={() => setChosen(new Set())}>
                Clear
              </button>
            )}
            <span className="ml-auto flex flex-wrap gap-1.5">{acts(picked, () => setChosen(new Set()))}</span>
          </div>
        )}
        {found.length === 0 ? (
          <Empty title="Nothing matches this filter.">Remove a condition on the left.</Empty>
        ) : (
          <Lines {...props} found={found} shown={shown} chosen={chosen} onChoose={setChosen} />
        )}
      </section>
    </>
  );
}

function save(text: string, name: string) {
  const address = URL.createObjectURL(new Blob([text], { type: "text/csv;charset=utf-8" }));
  const link = document.createElement("a");
  link.href = address;
  link.download = `wexa-${name.toLowerCase()}.csv`;
  link.click();
  URL.revokeObjectURL(address);
}

function FacetOf<T>({ facet, rows, columns, facets, search, onSearch }: Props<T> & { facet: ListFacet<T> }) {
  const [isWhole, setWhole] = useState(false);
  const values = facetCounts(rows, columns, facets, facet, search);
  const shown = isWhole ? values : values.slice(0, MOST_VALUES);
  return values.length === 0 ? null : (
    <fieldset className="mt-3 border-t border-line pt-2">
      <legend className="float-left mb-1 w-full font-semibold">{facet.name}</legend>
      {shown.map((one) => (
        <label key={one.value} className="clear-left flex min-h-7 cursor-pointer items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={one.isChosen}
            onChange={() => onSearch(toggledFacet(search, facet.key, one.value))}
          />
          <span className="min-w-0 flex-1 truncate">{one.words}</span>
          <span className="text-soft">{one.count}</span>
        </label>
      ))}
      {shown.length < values.length && (
        <button type="button" className="btn btn-ghost btn-xs" onClick={() => setWhole(true)}>
          All {values.length}
        </button>
      )}
    </fieldset>
  );
}

function Columns<T>({
  columns,
  rows,
  search,
  onSearch,
}: {
  columns: readonly ListColumn<T>[];
  rows: readonly T[];
  search: ListSearch;
  onSearch: (search: ListSearch) => void;
}) {
  const shown = shownColumns(columns, search, rows).map((column) => column.key);
  return (
    <details className="relative">
      <summary className="btn btn-sm">Columns</summary>
      <div className="card-plain absolute right-0 z-20 mt-1 w-44 p-2">
        {columns.slice(1).map((column) => (
          <label key={column.key} className="flex min-h-8 items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={shown.includes(column.key)}
              onChange={() =>
                onSearch({
                  ...search,
                  cols: shown.includes(column.key) ? shown.filter((one) => one !== column.key) : [...shown, column.key],
                })
              }
            />
            {column.name}
          </label>
        ))}
      </div>
    </details>
  );
}

function Lines<T>({
  found,
  shown,
  chosen,
  onChoose,
  idOf,
  nameOf,
  draw,
  acts,
  search,
  onSearch,
  title,
}: Props<T> & {
  found: readonly T[];
  shown: readonly ListColumn<T>[];
  chosen: ReadonlySet<string>;
  onChoose: (next: ReadonlySet<string>) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const last = useRef<number>(undefined);
  // the rows drawn follow from the scroll position, which the compiler cannot see
  // eslint-disable-next-line react-hooks/incompatible-library
  const drawn = useVirtualizer({
    count: found.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const template = {
    gridTemplateColumns: [
      ...(acts === undefined ? [] : ["34px"]),
      ...shown.map((column, at) =>
        typeof column.value(found[0] as T) === "number"
          ? "90px"
          : at === 0
            ? "minmax(160px,1.4fr)"
            : "minmax(90px,1fr)",
      ),
    ].join(" "),
  };
  const choose = (at: number, isRange: boolean) => {
    const next = new Set(chosen);
    const from = isRange && last.current !== undefined ? Math.min(last.current, at) : at;
    const until = isRange && last.current !== undefined ? Math.max(last.current, at) : at;
    const ids = found.slice(from, until + 1).map(idOf);
    const isTaken = !isRange && ids.every((id) => chosen.has(id));
    ids.forEach((id) => (isTaken ? next.delete(id) : next.add(id)));
    last.current = at;
    onChoose(next);
  };
  return (
    <div
      ref={scroller}
      className="min-h-0 flex-1 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label={`Table of ${title.toLowerCase()}`}
    >
      <div role="table" aria-label={title} aria-rowcount={found.length + 1} className="min-w-[640px]">
        <div role="rowgroup" className="sticky top-0 z-10 border-b border-base-300 bg-base-100">
          <div role="row" className="grid items-center px-4 py-1.5 text-xs font-semibold text-soft" style={template}>
            {acts !== undefined && (
              <span role="columnheader">
                <span className="sr-only">Selected</span>
              </span>
            )}
            {shown.map((column) => (
              <span
                key={column.key}
                role="columnheader"
                aria-sort={search.sort !== column.key ? "none" : search.desc === true ? "descending" : "ascending"}
              >
                <button
                  type="button"
                  className="cursor-pointer"
                  onClick={() =>
                    onSearch({
                      ...search,
                      sort: column.key,
                      desc: search.sort === column.key && search.desc !== true ? true : undefined,
                    })
                  }
                >
                  {column.name}
                  {search.sort === column.key && (search.desc === true ? " ↓" : " ↑")}
                </button>
              </span>
            ))}
          </div>
        </div>
        <div role="rowgroup" className="relative" style={{ height: drawn.getTotalSize() }}>
          {drawn.getVirtualItems().map((item) => {
            const row = found[item.index];
            return row === undefined ? null : (
              <div
                key={idOf(row)}
                role="row"
                aria-rowindex={item.index + 2}
                className={`row-hover absolute inset-x-0 grid items-center border-b border-line px-4 ${chosen.has(idOf(row)) ? "bg-chosen" : ""}`}
                style={{ ...template, height: ROW, transform: `translateY(${item.start}px)` }}
              >
                {acts !== undefined && (
                  <span role="cell">
                    <input
                      type="checkbox"
                      className="checkbox checkbox-sm"
                      aria-label={`Select ${nameOf(row)}`}
                      checked={chosen.has(idOf(row))}
                      onChange={() => undefined}
                      onClick={(event) => choose(item.index, event.shiftKey)}
                    />
                  </span>
                )}
                {shown.map((column) => (
                  <span
                    key={column.key}
                    role="cell"
                    className="min-w-0 truncate pr-2"
                    title={String(column.value(row))}
                  >
                    {draw?.(row, column.key) ?? column.value(row)}
                  </span>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
