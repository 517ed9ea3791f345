import type { Schemas } from "../api/client";
import { useExportList } from "../api/exports";
import { Told } from "../ui/plainField";

/** Which list is handed over; accounts are those of a tenant. */
export type Exported = Pick<Schemas["ListInput"], "list" | "tenant">;

/** Saves what a list shows, with a cover that says what it is made of. */
export function ExportButton({
  what,
  filter,
  columns,
  rows,
}: {
  what: Exported;
  filter: string[];
  columns: string[];
  rows: () => string[][];
}) {
  const handOver = useExportList();
  return (
    <>
      <Told error={handOver.error} />
      <button
        type="button"
        className="btn btn-sm"
        disabled={handOver.isPending}
        title="A table with a cover that says what it is made of; the log keeps its digest"
        onClick={() => handOver.mutate({ ...what, filter, columns, rows: rows() })}
      >
        {handOver.isPending ? "Exporting…" : "Export"}
      </button>
    </>
  );
}
