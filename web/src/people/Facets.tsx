import { useState } from "react";
import {
  chosenOwn,
  inFieldOrder,
  inOrder,
  ON_DEMAND,
  OWN,
  PARTS,
  PART_NAMES,
  toggledOwn,
  toggledValue,
  tree,
  valueName,
  type Facet,
  type FacetValue,
  type OwnField,
  type Part,
  type TableSearch,
} from "./table";

/** So many values of a part are shown before the rest is asked for. */
const MOST = 8;

/** The filter: each part with its values, and how many would pass by each. */
export function Facets({
  search,
  facets,
  fields,
  open,
  onOpen,
  onChange,
}: {
  search: TableSearch;
  facets: readonly Facet[];
  fields: readonly OwnField[];
  open: readonly string[];
  onOpen: (next: readonly string[]) => void;
  onChange: (next: TableSearch) => void;
}) {
  const [typed, setTyped] = useState(search.q ?? "");
  const isFiltered =
    PARTS.some((part) => search[part] !== undefined) || search.q !== undefined || search.field !== undefined;
  const toggleOpen = (part: string) =>
    onOpen(open.includes(part) ? open.filter((one) => one !== part) : [...open, part]);
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
          name={PART_NAMES[part]}
          rows={rowsOf(part, facets.find((facet) => facet.name === part)?.values ?? [])}
          chosen={search[part] ?? []}
          isOnDemand={ON_DEMAND.includes(part)}
          isOpen={open.includes(part)}
          onOpen={() => toggleOpen(part)}
          onToggle={(key) => onChange(toggledValue(search, part, key))}
        />
      ))}
      {fields.map((field) => {
        const part = `${OWN}${field.key}`;
        const values = facets.find((facet) => facet.name === part)?.values ?? [];
        return (
          <PartOf
            key={part}
            name={field.label}
            rows={inFieldOrder(field, values).map((value) => ({ value, depth: 0, text: value.name }))}
            chosen={chosenOwn(search, field.key)}
            isOnDemand={field.type !== "CHOICE"}
            isOpen={open.includes(part)}
            onOpen={() => toggleOpen(part)}
            onToggle={(key) => onChange(toggledOwn(search, field.key, key))}
          />
        );
      })}
    </section>
  );
}

interface Row {
  value: FacetValue;
  depth: number;
  text: string;
}

function rowsOf(part: Part, values: readonly FacetValue[]): Row[] {
  const rows = part === "unit" ? tree(values) : inOrder(part, values).map((value) => ({ value, depth: 0 }));
  return rows.map((row) => ({ ...row, text: valueName(part, row.value) }));
}

function PartOf({
  name,
  rows,
  chosen,
  isOnDemand,
  isOpen,
  onOpen,
  onToggle,
}: {
  name: string;
  rows: readonly Row[];
  chosen: readonly string[];
  /** Counted only while it is open. */
  isOnDemand: boolean;
  isOpen: boolean;
  onOpen: () => void;
  onToggle: (key: string) => void;
}) {
  const [isAll, setAll] = useState(false);
  const isShown = !isOnDemand || isOpen || chosen.length > 0;
  const shown = isAll ? rows : rows.filter((row, place) => place < MOST || chosen.includes(row.value.key));
  if (!isOnDemand && rows.length === 0) {
    return null;
  }
  return (
    <fieldset className="mt-3 border-t border-line pt-2">
      <legend className="sr-only">{name}</legend>
      {isOnDemand ? (
        <button
          type="button"
          className="flex w-full items-center py-0.5 text-left font-semibold"
          aria-expanded={isShown}
          onClick={onOpen}
        >
          {name} <span className="ml-auto text-soft">{isShown ? "▾" : "▸"}</span>
        </button>
      ) : (
        <b className="block font-semibold">{name}</b>
      )}
      {isShown &&
        shown.map(({ value, depth, text }) => (
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
            <span className="min-w-0 flex-1 truncate" title={text}>
              {text}
            </span>
            <span className="text-soft">{value.count}</span>
          </label>
        ))}
      {isShown && rows.length > shown.length && (
        <button type="button" className="btn btn-ghost btn-xs mt-0.5" onClick={() => setAll(true)}>
          {rows.length - shown.length} more
        </button>
      )}
    </fieldset>
  );
}
