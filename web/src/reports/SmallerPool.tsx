import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { entry, useAct, type EntryInput } from "../api/drafts";
import type { Schemas } from "../api/client";
import { losersQuery, pricesQuery } from "../api/reportQueries";
import { useMay } from "../session/hooks";
import { Choose } from "../ui/choose";
import { PlainField, Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { REASONS } from "./kinds";

type Loser = Schemas["LoserView"];

/** Who would lose a seat if a pool were smaller at its renewal, and the draft that does it. */
export function SmallerPool() {
  const kinds = (useQuery(pricesQuery).data ?? []).filter((one) => one.size > 0);
  const [chosen, setChosen] = useState("");
  const [typed, setTyped] = useState<string>();
  const kind = kinds.find((one) => `${one.tenant} ${one.kind}` === chosen) ?? kinds[0];
  const size = Number(typed ?? kind?.size ?? 0);
  const isSize = Number.isInteger(size) && size >= 0;
  return kind === undefined ? null : (
    <details className="card-plain mt-3 px-4 py-2 print:hidden">
      <summary className="cursor-pointer font-semibold">Plan a smaller pool for a renewal</summary>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Choose
          className="w-72"
          label="Pool"
          value={`${kind.tenant} ${kind.kind}`}
          onChange={(value) => {
            setChosen(value);
            setTyped(undefined);
          }}
        >
          {kinds.map((one) => (
            <option key={`${one.tenant} ${one.kind}`} value={`${one.tenant} ${one.kind}`}>
              {one.tenantName}, {one.name} ({one.size})
            </option>
          ))}
        </Choose>
        <div className="w-32">
          <PlainField label="Seats then" type="number" value={typed ?? String(kind.size)} onChange={setTyped} />
        </div>
      </div>
      {isSize && <Losers tenant={kind.tenant} kind={kind.kind} name={`${kind.tenantName}, ${kind.name}`} size={size} />}
    </details>
  );
}

function Losers({ tenant, kind, name, size }: { tenant: string; kind: string; name: string; size: number }) {
  const losers = useQuery(losersQuery(tenant, kind, size));
  const mayPrepare = useMay("PREPARE");
  const { act, isPending, error } = useAct();
  return (
    <Read of={losers} what="who would lose a seat">
      {(data) => (
        <>
          <p className="mt-2" role="status">
            {data.total === 0
              ? "Everybody could keep their seat."
              : `${count(data.total, "seat")} would have to go, in this order. Tenants do not report when somebody last signed in, so it does not count.`}
            {data.total > data.losers.length &&
              ` These are the first ${data.losers.length}; the draft is for them. Draft the rest when these are done.`}
          </p>
          <ul className="mt-1 max-h-72 overflow-auto">
            {data.losers.map((one) => (
              <li key={one.seat} className="flex min-h-8 items-center gap-3 border-t border-line">
                {one.person ? (
                  <Link
                    to="/people/$id"
                    params={{ id: one.person }}
                    className="w-56 truncate font-semibold hover:underline"
                  >
                    {one.name}
                  </Link>
                ) : (
                  <b className="w-56 truncate font-semibold">nobody</b>
                )}
                <span className="w-40 truncate font-mono text-sm">{one.userName}</span>
                <span className="flex-1 text-soft">{reasonOf(one)}</span>
              </li>
            ))}
          </ul>
          {data.losers.length > 0 && mayPrepare && (
            <button
              type="button"
              className="btn btn-primary btn-sm mt-2"
              disabled={isPending}
              onClick={() => act(`${name}: ${size} seats`, ...data.losers.map(entryFor))}
            >
              Draft it: {count(data.losers.length, "change")}
            </button>
          )}
          <Told error={error} />
        </>
      )}
    </Read>
  );
}

function reasonOf(one: Loser): string {
  if (one.reason === "LESSER_DOES") {
    return `${one.lesser ?? "a lesser seat"} would do`;
  }
  return one.reason === "USES_IT"
    ? `uses ${count(one.carried, "thing")} that only this seat carries`
    : (REASONS[one.reason] ?? one.reason);
}

function entryFor(one: Loser): EntryInput {
  return one.lesserKind
    ? entry("seat.swap", { seat: one.seat, kind: one.lesserKind })
    : entry("seat.return", { seat: one.seat });
}
