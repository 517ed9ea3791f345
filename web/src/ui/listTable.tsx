import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { ColumnMenu } from "./columnMenu";
import { useKeptSet } from "./kept";
import { Lines, type ListProps } from "./listLines";
import { ExportButton } from "../views/ExportButton";
import { Views } from "../views/Views";
import { Empty } from "./states";
import { count } from "./words";
import {
  facetCounts,
  filterWords,
  listed,
  listOf,
  listText,
  readListSearch,
  shownColumns,
  textsOf,
  toggledFacet,
  type ListFacet,
  type ListSearch,
} from "./workList";

const MOST_VALUES = 12;

/** A list to work in: filtered at the left with counts, sorted by its columns, chosen by box and Shift, saved as CSV. */
export function WorkList<T>(props: ListProps<T>) {
  const { rows, columns, facets, title, acts } = props;
  const search = readListSearch(useSearch({ strict: false }));
  const navigate = useNavigate();
  const onSearch = (next: ListSearch) =>
    void navigate({ to: ".", search: (before) => ({ draft: before.draft, ...next }), replace: true });
  const [chosen, setChosen] = useKeptSet(`wexa.${title.toLowerCase()}-chosen`);
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
          <FacetOf key={facet.key} facet={facet} list={props} search={search} onSearch={onSearch} />
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
          {props.place !== undefined && (
            <Views place={props.place} text={listText(search)} onOpen={(text) => onSearch(listOf(text))} />
          )}
          <ColumnMenu
            columns={columns}
            shown={shown.map((column) => column.key)}
            onChange={(cols) => onSearch({ ...search, cols })}
          />
          <ExportButton
            what={props.exports}
            filter={filterWords(facets, search)}
            columns={shown.map((column) => column.name)}
            rows={() => textsOf(found, shown)}
          />
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
          <Empty title={rows.length === 0 ? `No ${props.many} yet` : "Nothing matches this filter."}>
            {rows.length > 0 && "Remove a condition on the left."}
          </Empty>
        ) : (
          <Lines
            {...props}
            search={search}
            onSearch={onSearch}
            found={found}
            shown={shown}
            chosen={chosen}
            onChoose={setChosen}
          />
        )}
      </section>
    </>
  );
}

function FacetOf<T>({
  facet,
  list,
  search,
  onSearch,
}: {
  facet: ListFacet<T>;
  list: ListProps<T>;
  search: ListSearch;
  onSearch: (search: ListSearch) => void;
}) {
  const [isWhole, setWhole] = useState(false);
  const values = facetCounts(list.rows, list.columns, list.facets, facet, search);
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
