import { useQuery } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { logQuery } from "../api/queries";
import { useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { Empty, Read } from "../ui/states";

export function LogPage() {
  const navigate = useNavigate();
  const session = useSession();
  const { q } = useSearch({ from: "/log" });
  const [typed, setTyped] = useState(q ?? "");
  const log = useQuery(logQuery(q ?? ""));
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Log">
      <h1>Log</h1>
      <p className="text-soft">What was changed, by whom and when. Lines are only ever added, numbered without gaps.</p>
      <input
        aria-label="Search the log"
        className="input mt-3 h-9 w-96"
        placeholder="A handle, a group, a role"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          void navigate({
            to: "/log",
            search: (before) => ({ ...before, q: event.target.value === "" ? undefined : event.target.value }),
            replace: true,
          });
        }}
      />
      <Read of={log} what="the log">
        {(data) =>
          data.lines.length === 0 ? (
            <div className="card-plain mt-3">
              <Empty title="No line has that in it." />
            </div>
          ) : (
            <table className="card-plain mt-3 w-full">
              <thead>
                <tr className="text-left text-xs text-soft">
                  <th className="w-16 px-3 py-1.5 font-semibold">No.</th>
                  <th className="w-44 px-2 font-semibold">When</th>
                  <th className="px-2 font-semibold">What</th>
                  <th className="w-24 px-2 font-semibold">By</th>
                </tr>
              </thead>
              <tbody>
                {data.lines.map((line) => (
                  <tr key={line.number} className="h-8 border-t border-line align-top">
                    <td className="px-3 py-1 font-mono text-sm">{line.number}</td>
                    <td className="px-2 py-1 text-sm whitespace-nowrap" title={line.at}>
                      {moment(line.at, session.zone)}
                    </td>
                    <td className="px-2 py-1 font-mono text-sm break-words">{line.sentence}</td>
                    <td className="px-2 py-1 text-sm">{line.actor}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )
        }
      </Read>
    </section>
  );
}
