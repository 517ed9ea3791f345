import { useState } from "react";
import type { Schemas } from "../api/client";
import { PlainDay } from "../ui/plainDay";
import { Told } from "../ui/plainField";
import { useComparison, useExportComparison } from "./mutations";
import { Rows } from "./Rows";

type Compared = Schemas["ReportView"];

/** The leavers on record against a list from personnel: what agrees, and what has no partner on either side. */
export function Compare() {
  const [file, setFile] = useState<File>();
  const [from, setFrom] = useState("");
  const [until, setUntil] = useState("");
  const compare = useComparison();
  const compareWith = (list: File, days: { from: string; until: string }) => compare.mutate({ list, ...days });
  return (
    <section aria-label="Compare with a list from HR" className="mt-5 print:mt-2">
      <h2>Compare with a list from HR</h2>
      <p className="mt-1 text-soft print:hidden">
        A CSV file with a column <i>staff number</i> and a column <i>last day</i> (2026-11-30). The file is not kept.
        Whoever left in Wexa between the first and the last day of the list should be in it; set other days if it covers
        more.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3 print:hidden">
        <label className="btn btn-sm focus-within:outline-2 focus-within:outline-primary">
          {compare.isPending ? "Comparing…" : file === undefined ? "Choose a list…" : "Choose another list…"}
          <input
            type="file"
            accept=".csv,.tsv,.txt,text/csv"
            className="sr-only"
            aria-label="List of leavers from HR"
            disabled={compare.isPending}
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              if (chosen !== undefined) {
                setFile(chosen);
                compareWith(chosen, { from, until });
              }
              event.target.value = "";
            }}
          />
        </label>
        <div className="w-40">
          <PlainDay label="Period from" value={from} onKeep={setFrom} />
        </div>
        <div className="w-40">
          <PlainDay label="Period until" value={until} onKeep={setUntil} />
        </div>
        {file !== undefined && (
          <button
            type="button"
            className="btn btn-sm"
            disabled={compare.isPending}
            onClick={() => compareWith(file, { from, until })}
          >
            Compare again
          </button>
        )}
      </div>
      <Told error={compare.error} />
      {compare.data !== undefined && file !== undefined && (
        <Result compared={compare.data} list={file} days={{ from, until }} />
      )}
    </section>
  );
}

function Result({ compared, list, days }: { compared: Compared; list: File; days: { from: string; until: string } }) {
  const download = useExportComparison();
  return (
    <>
      <div className="mt-3 flex items-center gap-2">
        <p className="flex-1" role="status">
          <b className="font-semibold">{list.name}</b>: {compared.cover.filter.join("; ")}
        </p>
        <button
          type="button"
          className="btn btn-sm print:hidden"
          disabled={download.isPending}
          onClick={() => download.mutate({ list, ...days })}
        >
          {download.isPending ? "Exporting…" : "Export with cover sheet"}
        </button>
      </div>
      <Told error={download.error} />
      <ul className="mt-1 flex flex-wrap gap-x-5" aria-label="Results">
        {compared.bars.map((bar) => (
          <li
            key={bar.label}
            className={bar.label.startsWith("agrees") ? "text-success" : "font-semibold text-warning"}
          >
            {bar.label.startsWith("agrees") ? "✓" : "▲"} {bar.label}: {bar.value}
          </li>
        ))}
      </ul>
      <Rows report={compared} />
    </>
  );
}
