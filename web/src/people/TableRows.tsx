import { useVirtualizer } from "@tanstack/react-virtual";
import { Link } from "@tanstack/react-router";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { tenantsQuery } from "../api/tenantQueries";
import { useSession } from "../session/hooks";
import { day, lastDay } from "../ui/dates";
import { Square, squareWord } from "../ui/square";
import { tenantColour } from "../ui/tenants";
import { engagementKind } from "../ui/words";
import { OWN, range, sortedBy, type Column, type TableRow, type TableSearch } from "./table";

const ROW = 34;

/** One narrow column for each tenant. */
const SQUARES = { gridAutoColumns: 18 };

/** The rows of the table: only those in sight are drawn, and more are fetched on the way down. */
export function Rows({
  rows,
  total,
  columns,
  search,
  chosen,
  onChoose,
  onSort,
  onMore,
}: {
  rows: readonly TableRow[];
  total: number;
  columns: readonly Column[];
  search: TableSearch;
  chosen: ReadonlySet<string>;
  onChoose?: (next: ReadonlySet<string>) => void;
  onSort: (next: TableSearch) => void;
  onMore: () => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const [last, setLast] = useState<string>();
  // the rows drawn follow from the scroll position, which the compiler cannot see
  // eslint-disable-next-line react-hooks/incompatible-library
  const drawn = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const items = drawn.getVirtualItems();
  const end = items.at(-1)?.index ?? 0;
  useEffect(() => {
    if (end >= rows.length - 20 && rows.length < total) {
      onMore();
    }
  });
  const template = {
    gridTemplateColumns: [onChoose === undefined ? "" : "34px", ...columns.map((one) => one.width)].join(" "),
  };
  const ids = rows.map((row) => row.id);
  const choose = (id: string, isRange: boolean) => {
    const next = new Set(chosen);
    const some = isRange && last !== undefined ? range(ids, last, id) : [id];
    const isTaken = !isRange && chosen.has(id);
    some.forEach((one) => (isTaken ? next.delete(one) : next.add(one)));
    setLast(id);
    onChoose?.(next);
  };
  const isAll = rows.length > 0 && rows.every((row) => chosen.has(row.id));
  return (
    <div
      ref={scroller}
      className="min-h-0 flex-1 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="Table of people"
    >
      <div role="table" aria-label="People" aria-rowcount={total + 1} className="min-w-[720px]">
        <div role="rowgroup" className="sticky top-0 z-10 border-b border-base-300 bg-base-100">
          <div role="row" className="grid items-center px-4 py-1.5 text-xs font-semibold text-soft" style={template}>
            {onChoose !== undefined && (
              <span role="columnheader">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  aria-label="Select all loaded rows"
                  checked={isAll}
                  onChange={() => onChoose(isAll ? new Set() : new Set(ids))}
                />
              </span>
            )}
            {columns.map((column) => (
              <Head key={column.key} column={column} search={search} onSort={onSort} />
            ))}
          </div>
        </div>
        <div role="rowgroup" className="relative" style={{ height: drawn.getTotalSize() }}>
          {items.map((item) => {
            const row = rows[item.index];
            return row === undefined ? null : (
              <div
                key={row.id}
                role="row"
                aria-rowindex={item.index + 2}
                className={`row-hover absolute inset-x-0 grid items-center border-b border-line px-4 ${chosen.has(row.id) ? "bg-chosen" : ""}`}
                style={{ ...template, height: ROW, transform: `translateY(${item.start}px)` }}
              >
                {onChoose !== undefined && (
                  <span role="cell">
                    <input
                      type="checkbox"
                      className="checkbox checkbox-sm"
                      aria-label={`Select ${row.name}${row.number === "" ? "" : `, ${row.number}`}`}
                      checked={chosen.has(row.id)}
                      onChange={() => undefined}
                      onClick={(event) => choose(row.id, event.shiftKey)}
                    />
                  </span>
                )}
                {columns.map((column) => (
                  <span key={column.key} role="cell" className="min-w-0 truncate pr-2">
                    <Cell column={column.key} row={row} />
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

function Head({
  column,
  search,
  onSort,
}: {
  column: Column;
  search: TableSearch;
  onSort: (next: TableSearch) => void;
}) {
  const { sort } = column;
  const tenants = useQuery({ ...tenantsQuery, enabled: column.key === "accounts" }).data ?? [];
  const isSorted = sort !== undefined && search.sort === sort;
  return (
    <span
      role="columnheader"
      aria-sort={isSorted ? (search.desc === true ? "descending" : "ascending") : undefined}
      className="min-w-0 truncate"
    >
      {sort === undefined ? (
        <>
          {column.key === "accounts" ? (
            <span className="grid grid-flow-col justify-start" style={SQUARES}>
              <span className="sr-only">Accounts</span>
              {tenants.map((tenant) => (
                <span
                  key={tenant.id}
                  aria-hidden
                  title={`${tenant.app} ${tenant.name}`}
                  className="mx-auto size-2.5 rounded-xs"
                  style={{ background: tenantColour(tenant.colour) }}
                />
              ))}
            </span>
          ) : (
            column.name
          )}
        </>
      ) : (
        <button type="button" className="font-semibold hover:underline" onClick={() => onSort(sortedBy(search, sort))}>
          {column.name} {isSorted ? (search.desc === true ? "↓" : "↑") : ""}
        </button>
      )}
    </span>
  );
}

function Cell({ column, row }: { column: string; row: TableRow }) {
  const session = useSession();
  switch (column) {
    case "name":
      return (
        <Link
          to="/people/$id"
          params={{ id: row.id }}
          search={(before) => ({ draft: before.draft })}
          className="font-semibold hover:underline"
        >
          {row.name}
        </Link>
      );
    case "number":
      return <span className="text-sm text-soft">{row.number}</span>;
    case "unit":
      return <>{row.unit}</>;
    case "job":
      return <>{row.job}</>;
    case "kind":
      return <span className="text-sm">{row.kind === "" ? "" : engagementKind(row.kind)}</span>;
    case "from":
      return <span className="text-sm">{row.from ? day(row.from, session.zone) : ""}</span>;
    case "until":
      return <span className="text-sm font-semibold">{row.until ? lastDay(row.until, session.zone) : ""}</span>;
    case "groups":
      return <span className="text-sm">{row.groups}</span>;
    case "accounts":
      return <Squares row={row} />;
    default:
      return <>{row.fields[column.slice(OWN.length)] ?? ""}</>;
  }
}

function Squares({ row }: { row: TableRow }) {
  const tenants = useQuery(tenantsQuery).data ?? [];
  return (
    <span className="grid grid-flow-col items-center justify-start" style={SQUARES}>
      {tenants.map((tenant) => (
        <AccountSquare
          key={tenant.id}
          tenant={`${tenant.app} ${tenant.name}`}
          square={row.accounts[tenant.id] ?? "NONE"}
        />
      ))}
    </span>
  );
}

/** Says of which tenant it is, which the column shows by its place. */
function AccountSquare({ tenant, square }: { tenant: string; square: string }) {
  const says = `${tenant}: ${squareWord(square)}`;
  return (
    <span role="img" aria-label={says} title={says} className="flex justify-center">
      <span aria-hidden className="flex">
        <Square square={square} size={14} />
      </span>
    </span>
  );
}
