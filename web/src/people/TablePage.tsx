import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { peopleTableQuery } from "../api/peopleTableQueries";
import { personFieldsQuery } from "../api/queries";
import { useMay, useMaySend } from "../session/hooks";
import { ColumnMenu } from "../ui/columnMenu";
import { useKeptSet } from "../ui/kept";
import { ButtonMenu } from "../ui/menu";
import { Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { useHandOver } from "./mutations";
import { Facets } from "./Facets";
import { Paste } from "./Paste";
import { SelectionBar } from "./SelectionBar";
import { Rows } from "./TableRows";
import { Views } from "../views/Views";
import {
  allColumns,
  columnsOf,
  csvAddress,
  filterText,
  filterWords,
  queryOf,
  searchOf,
  type TableSearch,
} from "./table";

/** People as a working table: filtered at the left, sorted by their columns, and chosen for acts on many at once. */
export function TablePage() {
  const search = useSearch({ from: "/people/table" });
  const navigate = useNavigate();
  const mayPrepare = useMay("PREPARE");
  const maySend = useMaySend();
  const mayChoose = mayPrepare || maySend;
  const [open, setOpen] = useState<readonly string[]>([]);
  const [chosen, setChosen] = useKeptSet("wexa.people-chosen");
  const [isPasting, setPasting] = useState(false);
  const fields = useQuery(personFieldsQuery).data ?? [];
  const pages = useInfiniteQuery({ ...peopleTableQuery(search, open), placeholderData: keepPreviousData });
  const set = (next: TableSearch) => {
    // whoever is chosen stays so only while they are in the table; sort and columns show the same people
    if (JSON.stringify(queryOf(next)) !== JSON.stringify(queryOf(search))) {
      setChosen(new Set());
    }
    void navigate({ to: "/people/table", search: (before) => ({ draft: before.draft, ...next }), replace: true });
  };
  return (
    <Read of={pages} what="people">
      {(data) => {
        const first = data.pages[0];
        const rows = data.pages.flatMap((page) => page.rows);
        const facets = first?.facets ?? [];
        const total = first?.total ?? 0;
        const words = filterWords(search, facets, fields);
        return (
          <>
            <Facets search={search} facets={facets} fields={fields} open={open} onOpen={setOpen} onChange={set} />
            <section aria-label="People" className="flex min-w-0 flex-1 flex-col">
              <div className="flex flex-wrap items-center gap-2 border-b border-base-300 px-4 py-2.5">
                <h1 className="min-w-0 flex-1 truncate text-lg!" title={words}>
                  {words === "" ? "People" : words}
                  <span role="status" className="ml-2 font-sans text-sm font-normal text-soft">
                    {count(total, "person", "people")}
                  </span>
                </h1>
                <Link to="/people" search={(before) => ({ draft: before.draft, q: search.q })} className="btn btn-sm">
                  List view
                </Link>
                <Views place="people" text={filterText(search)} onOpen={(text) => set(searchOf(text))} />
                <ColumnMenu
                  columns={allColumns(fields)}
                  shown={columnsOf(search.cols, fields).map((column) => column.key)}
                  onChange={(cols) => set({ ...search, cols })}
                />
                <Export search={search} />
                {mayChoose && (
                  <button
                    type="button"
                    className="btn btn-sm"
                    aria-expanded={isPasting}
                    onClick={() => setPasting(!isPasting)}
                  >
                    Paste a list
                  </button>
                )}
              </div>
              {isPasting && <Paste onFound={(ids) => setChosen(new Set([...chosen, ...ids]))} />}
              {mayChoose && <SelectionBar search={search} chosen={chosen} total={total} onChoose={setChosen} />}
              {rows.length === 0 ? (
                <Empty title="Nobody matches this filter.">Remove a condition on the left.</Empty>
              ) : (
                <Rows
                  rows={rows}
                  total={total}
                  columns={columnsOf(search.cols, fields)}
                  search={search}
                  chosen={chosen}
                  {...(mayChoose ? { onChoose: setChosen } : {})}
                  onSort={set}
                  onMore={() => {
                    if (pages.hasNextPage && !pages.isFetchingNextPage) {
                      void pages.fetchNextPage();
                    }
                  }}
                />
              )}
            </section>
          </>
        );
      }}
    </Read>
  );
}

/** What is shown as a table: alone, or with a cover sheet that says what it is made of. */
function Export({ search }: { search: TableSearch }) {
  const covered = useHandOver(search);
  return (
    <>
      <ButtonMenu
        label="Export"
        className="btn btn-sm"
        button={covered.isPending ? "Exporting…" : "Export"}
        choices={[
          { name: "CSV", go: () => window.location.assign(csvAddress(search)) },
          { name: "With cover sheet", go: () => covered.mutate() },
        ]}
      />
      <Told error={covered.error} />
    </>
  );
}
