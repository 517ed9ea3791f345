import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { pricesQuery } from "../api/reportQueries";
import { useMayEverywhere } from "../session/hooks";
import { Problem } from "../api/client";
import { TenantDot } from "../ui/tenants";
import { useSetPrice } from "./mutations";

type Price = Schemas["PriceView"];

/** What one seat of each kind costs a month; without prices a report of costs has nothing to multiply by. */
export function Prices() {
  const prices = useQuery(pricesQuery).data ?? [];
  const unset = prices.filter((one) => one.amount === undefined || one.amount === null).length;
  return (
    <details className="card-plain mt-3 px-4 py-2 print:hidden" open={prices.length > 0 && unset === prices.length}>
      <summary className="cursor-pointer font-semibold">
        Prices{" "}
        <span className="font-normal text-soft">
          {unset === 0 ? "all set" : `${unset} of ${prices.length} not set: those seats count as free`}
        </span>
      </summary>
      <ul className="mt-1 grid gap-x-6 min-[1100px]:grid-cols-2">
        {prices.map((one) => (
          <PriceLine key={`${one.tenant} ${one.kind} ${one.amount ?? ""}`} one={one} />
        ))}
      </ul>
    </details>
  );
}

function PriceLine({ one }: { one: Price }) {
  const mayGovern = useMayEverywhere("GOVERN");
  const set = useSetPrice(one.tenant, one.kind);
  const [typed, setTyped] = useState(one.amount === undefined || one.amount === null ? "" : String(one.amount));
  const amount = typed.trim() === "" ? undefined : Number(typed.replace(",", "."));
  const isWrong = amount !== undefined && (!Number.isFinite(amount) || amount < 0);
  const keep = () => {
    if (!isWrong && amount !== (one.amount ?? undefined)) {
      set.mutate(amount);
    }
  };
  const problem = set.error instanceof Problem ? (set.error.fields[0]?.text ?? set.error.message) : undefined;
  return (
    <li className="flex min-h-9 items-center gap-2">
      <TenantDot colour={one.colour} />
      <span className="min-w-0 flex-1 truncate">
        <b className="font-semibold">{one.tenantName}</b>, {one.name}
      </span>
      {(isWrong || problem !== undefined) && (
        <span role="alert" className="text-sm font-semibold text-error">
          {problem ?? "Use a number such as 12.50."}
        </span>
      )}
      <input
        aria-label={`Price of ${one.name} in ${one.tenantName}, a month`}
        className="input h-8 w-24 text-right font-mono text-sm"
        inputMode="decimal"
        placeholder="a month"
        disabled={!mayGovern}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => event.key === "Enter" && keep()}
      />
    </li>
  );
}
