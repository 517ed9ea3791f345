import { useVirtualizer } from "@tanstack/react-virtual";
import { useRef, type ReactNode } from "react";
import type { Exported } from "../views/ExportButton";
import type { Place } from "../views/Views";
import type { ListColumn, ListFacet, ListSearch } from "./workList";

const ROW = 34;

/** What a list shows, and how. */
export interface ListProps<T> {
  title: string;
  one: string;
  many: string;
  rows: readonly T[];
  idOf: (row: T) => string;
  nameOf: (row: T) => string;
  columns: readonly ListColumn<T>[];
  facets: readonly ListFacet<T>[];
  /** A cell that is more than its text, such as a link. */
  draw?: (row: T, column: string) => ReactNode;
  /** What can be done with those that are chosen; without it nothing is chosen. */
  acts?: (chosen: readonly T[], clear: () => void) => ReactNode;
  head?: ReactNode;
  /** As what it is handed over. */
  exports: Exported;
  /** Under which views of it are kept; none are where it is missing. */
  place?: Place;
}

/** The lines of a list under its columns: only those in sight are drawn. */
export function Lines<T>({
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
}: ListProps<T> & {
  search: ListSearch;
  onSearch: (search: ListSearch) => void;
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
            ? "minmax(190px,1.8fr)"
            : "minmax(100px,1fr)",
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
                    title={String(column.text?.(row) ?? column.value(row))}
                  >
                    {draw?.(row, column.key) ?? column.text?.(row) ?? column.value(row)}
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
