import type { Schemas } from "../api/client";
import { calendarDay } from "../ui/dates";
import { Empty } from "../ui/states";
import { cellText, total } from "./kinds";

/** The table of a report. */
export function Rows({ report }: { report: Schemas["ReportView"] }) {
  const onDay = calendarDay;
  const isNumber = (sort: string) => sort === "NUMBER" || sort === "AMOUNT";
  if (report.rows.length === 0) {
    return (
      <div className="card-plain mt-3">
        <Empty title="Nothing to report.">Nobody and nothing fits what the report is narrowed to.</Empty>
      </div>
    );
  }
  const isWhole = report.total === report.rows.length;
  return (
    <>
      <div className="mt-3 overflow-x-auto">
        <table className="card-plain w-full">
          <thead>
            <tr className="text-left text-xs text-soft">
              {report.columns.map((column) => (
                <th
                  key={column.name}
                  scope="col"
                  className={`px-3 py-1.5 font-semibold ${isNumber(column.sort) ? "text-right" : ""}`}
                >
                  {column.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {report.rows.map((row, at) => (
              <tr key={at} className="h-8 border-t border-line">
                {report.columns.map((column, place) => (
                  <td
                    key={column.name}
                    className={`px-3 ${isNumber(column.sort) ? "text-right font-mono text-sm" : ""}`}
                  >
                    {cellText(row[place] ?? "", column.sort, onDay)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
          {isWhole && report.columns.some((column) => isNumber(column.sort)) && (
            <tfoot>
              <tr className="h-8 border-t-2 border-base-300 font-semibold">
                {report.columns.map((column, place) => (
                  <td
                    key={column.name}
                    className={`px-3 ${isNumber(column.sort) ? "text-right font-mono text-sm" : ""}`}
                  >
                    {isNumber(column.sort) && column.name !== "Each a month"
                      ? cellText(String(total(report.rows, place)), column.sort, onDay)
                      : place === 0
                        ? "All"
                        : ""}
                  </td>
                ))}
              </tr>
            </tfoot>
          )}
        </table>
      </div>
      {!isWhole && (
        <p className="mt-1 text-soft">
          The first {report.rows.length} of {report.total.toLocaleString("en-GB")} rows. The export has them all.
        </p>
      )}
    </>
  );
}
