import { useState } from "react";
import {
  inOrder,
  ON_DEMAND,
  PARTS,
  PART_NAMES,
  toggledValue,
  tree,
  valueName,
  type Facet,
  type Part,
  type TableSearch,
} from "./table";

/** So many values of a part are shown before the rest is asked for. */
const MOST = 8;

/** The filter: each part with its values, and how many would pass by each. */
export function Facets({
  search,
  facets,
  open,
  onOpen,
  onChange,
}: {
  search: TableSearch;
  facets: readonly Facet[];
  open: readonly Part[];
  onOpen: (next: readonly Part[]) => void;
  onChange: (next: TableSearch) => void;
}) {
  const [typed, setTyped] = useState(search.q ?? "");
  const isFiltered = PARTS.some((part) => search[part] !== undefined) || search.q !== undefined;
  return (
    <section
      aria-label="Filter"
      className="relative flex w-[232px] shrink-0 flex-col overflow-auto border-r border-base-300 bg-base-100 px-3 py-2.5"
    >
      <input
        aria-label="Search people"
        className="input h-9 w-full shrink-0"
        placeholder="Name, number, job, unit"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          onChange({ ...search, q: event.target.value === "" ? undefined : event.target.value });
        }}
      />
      {isFiltered && (
        <button
          type="button"
          className="btn btn-xs mt-2 shrink-0"
          onClick={() => {
            setTyped("");
            onChange({ sort: search.sort, desc: search.desc, cols: search.cols });
          }}
        >
          Clear the filter
        </button>
      )}
      {PARTS.map((part) => (
        <PartOf
          key={part}
          part={part}
          facet={facets.find((facet) => facet.name === part)}
          chosen={search[part] ?? []}
          isOpen={open.includes(part)}
          onOpen={() => onOpen(open.includes(part) ? open.filter((one) => one !== part) : [...open, part])}
          onToggle={(key) => onChange(toggledValue(search, part, key))}
        />
      ))}
    </section>
  );
}

function PartOf({
  part,
  facet,
  chosen,
  isOpen,
  onOpen,
  onToggle,
}: {
  part: Part;
  facet: Facet | undefined;
  chosen: readonly string[];
  isOpen: boolean;
  onOpen: () => void;
  onToggle: (key: string) => void;
}) {
  const [isAll, setAll] = useState(false);
  const isOnDemand = ON_DEMAND.includes(part);
  const isShown = !isOnDemand || isOpen || chosen.length > 0;
  const values =
    part === "unit"
      ? tree(facet?.values ?? [])
      : inOrder(part, facet?.values ?? []).map((value) => ({ value, depth: 0 }));
  const shown = isAll ? values : values.filter((row, place) => place < MOST || chosen.includes(row.value.key));
  if (!isOnDemand && values.length === 0) {
    return null;
  }
  return (
    <fieldset className="mt-3 border-t border-line pt-2">
      <legend className="sr-only">{PART_NAMES[part]}</legend>
      {isOnDemand ? (
        <button
          type="button"
          className="flex w-full items-center py-0.5 text-left font-semibold"
          aria-expanded={isShown}
          onClick={onOpen}
        >
          {PART_NAMES[part]} <span className="ml-auto text-soft">{isShown ? "▾" : "▸"}</span>
        </button>
      ) : (
        <b className="block font-semibold">{PART_NAMES[part]}</b>
      )}
      {isShown &&
        shown.map(({ value, depth }) => (
          <label
            key={value.key}
            className="flex min-h-8 items-center gap-1.5 text-sm"
            style={{ paddingLeft: depth * 12 }}
          >
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={chosen.includes(value.key)}
              onChange={() => onToggle(value.key)}
            />
            <span className="min-w-0 flex-1 truncate" title={valueName(part, value)}>
              {valueName(part, value)}
            </span>
            <span className="text-soft">{value.count}</span>
          </label>
        ))}
      {isShown && values.length > shown.length && (
        <button type="button" className="btn btn-ghost btn-xs mt-0.5" onClick={() => setAll(true)}>
          {values.length - shown.length} more
        </button>
      )}
    </fieldset>
  );
}
