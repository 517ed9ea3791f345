import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { type Schemas } from "../api/client";
import { entry } from "../api/drafts";
import { EndButton } from "../changes/EndButton";
import { useMay, useSession } from "../session/hooks";
import { lastDay, moment } from "../ui/dates";
import { Square } from "../ui/square";
import { Empty } from "../ui/states";
import { inDirections, directions } from "./directions";
import { Settle } from "./Settle";

type Page = Schemas["TenantPage"];
export type Line = Page["differences"][number];

const TYPES: Record<string, string> = { ACCOUNT: "account", GROUP: "group", ROLE: "role", ASSIGNMENT: "assignment" };

/** Where the tenant differs, and what settles it: in the tenant, in the model, or not before a day. */
export function DifferenceList({ page }: { page: Page }) {
  const mayApply = useMay("APPLY");
  const mayPrepare = useMay("PREPARE");
  const maySettle = mayApply || mayPrepare;
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
          <Empty title={page.tenant.readAt ? "The tenant holds what it should." : "It has not been read yet."}>
            {page.excepted.length > 0 && "The exceptions are listed below."}
          </Empty>
        ) : (
          <table className="w-full">
            {maySettle && (
              <thead>
                <tr className="h-9 text-left text-sm text-soft">
                  <th className="w-10 px-3">
                    <SelectAll label="Select all differences" all={differences} some={some} onChoose={choose} />
                  </th>
                  <th colSpan={4} className="px-2 font-normal">
                    {some.length === 0 ? "Select what to settle" : directions(some)}
                  </th>
                </tr>
              </thead>
            )}
            {inDirections(differences).map((part) => (
              <tbody key={part.title}>
                <tr className="border-t border-base-300 bg-base-200">
                  {maySettle && (
                    <td className="w-10 px-3">
                      <SelectAll
                        label={`Select all: ${part.title}`}
                        all={part.lines}
                        some={some.filter((one) => part.lines.includes(one))}
                        onChoose={choose}
                      />
                    </td>
                  )}
                  <th colSpan={maySettle ? 4 : 5} scope="rowgroup" className="px-2 py-1 text-left text-xs text-soft">
                    {part.title}
                  </th>
                </tr>
                {part.lines.map((one) => (
                  <tr key={one.object} className="h-9 border-t border-line">
                    {maySettle && (
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
                    <What line={one} />
                  </tr>
                ))}
              </tbody>
            ))}
          </table>
        )}
        {some.length > 0 && <Settle tenant={page.tenant} some={some} onDone={() => setChosen(new Set())} />}
      </div>
      <ExceptedList page={page} />
    </>
  );
}

function SelectAll({
  label,
  all,
  some,
  onChoose,
}: {
  label: string;
  all: readonly Line[];
  some: readonly Line[];
  onChoose: (lines: readonly Line[], are: boolean) => void;
}) {
  return (
    <input
      type="checkbox"
      className="checkbox checkbox-xs"
      aria-label={label}
      checked={some.length === all.length}
      ref={(box) => {
        if (box !== null) {
          box.indeterminate = some.length > 0 && some.length < all.length;
        }
      }}
      onChange={(event) => onChoose(all, event.target.checked)}
    />
  );
}

/** What differs: the object, whose it is, how sensitive, and how. */
function What({ line }: { line: Line }) {
  const session = useSession();
  return (
    <>
      <td className="w-10 px-3">
        <Square square={line.square} />
      </td>
      <td className="px-2">
        <b className="font-semibold">{line.name}</b> <span className="text-soft">{TYPES[line.type] ?? line.type}</span>
        {line.sensitivity != null && line.sensitivity !== "NORMAL" && (
          <span
            className={`badge badge-sm ml-2 ${line.sensitivity === "PRIVILEGED" ? "badge-error" : "badge-warning"}`}
          >
            {line.sensitivity === "PRIVILEGED" ? "privileged" : "sensitive"}
          </span>
        )}
      </td>
      <td className="px-2">
        {line.person != null && (
          <Link to="/people/$id" params={{ id: line.person }} className="hover:underline">
            {line.who}
          </Link>
        )}
      </td>
      <td className="px-3 py-1 text-soft">
        {line.text}
        {line.since && <span className="block text-xs">since {moment(line.since, session.zone)}</span>}
      </td>
    </>
  );
}

/** What is let be, by whose leave, and until when. */
function ExceptedList({ page }: { page: Page }) {
  const session = useSession();
  return page.excepted.length === 0 ? null : (
    <section aria-label="Excepted differences">
      <h2 className="mt-4">
        Excepted{" "}
        <span className="font-sans text-sm font-normal text-soft">
          found again when the day is over, or if anything else differs
        </span>
      </h2>
      <table className="card-plain mt-1.5 w-full">
        <tbody>
          {page.excepted.map((one) => (
            <tr key={one.id} className="h-9 border-t border-line first:border-t-0">
              <What line={one.difference} />
              <td className="px-2">
                until {lastDay(one.until, session.zone)}, {one.ownerName}
                <span className="block text-sm text-soft">“{one.reason}”</span>
              </td>
              <td className="px-2 text-right">
                <EndButton
                  draft={`Settle ${page.tenant.app} ${page.tenant.name}`}
                  entry={entry("excepted-difference.end", { "excepted-difference": one.id })}
                  label={`End the exception of ${one.difference.name}`}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
