import { useId, useState } from "react";
import { type Schemas } from "../api/client";
import { useMay } from "../session/hooks";
import { PlainField, Told } from "../ui/plainField";
import { Square } from "../ui/square";
import { Empty } from "../ui/states";
import { count } from "../ui/words";
import { directions } from "./directions";
import { useCorrect } from "./mutations";

type Page = Schemas["TenantPage"];
type Line = Page["differences"][number];

const TYPES: Record<string, string> = { ACCOUNT: "account", GROUP: "group", ROLE: "role", ASSIGNMENT: "assignment" };

/** Where the tenant differs, and the way to make it what it should be. */
export function DifferenceList({ page }: { page: Page }) {
  const mayApply = useMay("APPLY");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const { differences } = page;
  // a reading may have ended some of them since
  const some = differences.filter((one) => chosen.has(one.object));
  const choose = (lines: readonly Line[], are: boolean) => {
    const next = new Set(chosen);
    lines.forEach((one) => (are ? next.add(one.object) : next.delete(one.object)));
    setChosen(next);
  };
  return (
    <>
      <h2 className="mt-4">
        Differences{" "}
        <span className="font-sans text-sm font-normal text-soft">
          upper left is what should be, lower right what the tenant said
        </span>
      </h2>
      <div className="card-plain mt-1.5">
        {differences.length === 0 ? (
          <Empty title={page.tenant.readAt ? "The tenant holds what it should." : "It has not been read yet."} />
        ) : (
          <table className="w-full">
            {mayApply && (
              <thead>
                <tr className="h-9 text-left text-sm text-soft">
                  <th className="w-10 px-3">
                    <input
                      type="checkbox"
                      className="checkbox checkbox-xs"
                      aria-label="Select all differences"
                      checked={some.length === differences.length}
                      ref={(box) => {
                        if (box !== null) {
                          box.indeterminate = some.length > 0 && some.length < differences.length;
                        }
                      }}
                      onChange={(event) => choose(differences, event.target.checked)}
                    />
                  </th>
                  <th colSpan={4} className="px-2 font-normal">
                    {some.length === 0 ? "Select what to correct in the tenant" : directions(some)}
                  </th>
                </tr>
              </thead>
            )}
            <tbody>
              {differences.map((one) => (
                <tr key={one.object} className="h-9 border-t border-line first:border-t-0">
                  {mayApply && (
                    <td className="w-10 px-3">
                      <input
                        type="checkbox"
                        className="checkbox checkbox-xs"
                        aria-label={`Select ${one.name}, ${one.text}`}
                        checked={chosen.has(one.object)}
                        onChange={(event) => choose([one], event.target.checked)}
                      />
                    </td>
                  )}
                  <td className="w-10 px-3">
                    <Square square={one.square} />
                  </td>
                  <td className="px-2 font-semibold">{one.name}</td>
                  <td className="px-2 text-soft">{TYPES[one.type] ?? one.type}</td>
                  <td className="px-3">{one.text}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {some.length > 0 && <Correct tenant={page.tenant.id} some={some} />}
      </div>
    </>
  );
}

/** Says once more what is given and taken, asks why, and sends it. */
function Correct({ tenant, some }: { tenant: string; some: readonly Line[] }) {
  const [reason, setReason] = useState("");
  const correct = useCorrect(tenant);
  const told = useId();
  return (
    <form
      className="border-t border-line px-3 pt-1 pb-3"
      aria-describedby={told}
      onSubmit={(event) => {
        event.preventDefault();
        correct.mutate({ objects: some.map((one) => one.object), reason });
      }}
    >
      <div className="flex items-end gap-2">
        <div className="min-w-0 max-w-md flex-1">
          <PlainField label="Reason, kept in the log" value={reason} onChange={setReason} isOptional />
        </div>
        <button type="submit" className="btn btn-sm btn-primary" disabled={correct.isPending}>
          {correct.isPending ? "Sending…" : `Correct ${count(some.length, "difference")} in the tenant`}
        </button>
      </div>
      <p id={told} className="mt-1.5 text-sm text-soft">
        The tenant becomes what the model says; the model stays as it is. Whatever one of them needs there and is
        missing is created with it.
      </p>
      <Told error={correct.error} />
    </form>
  );
}
