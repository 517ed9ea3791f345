import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { type Schemas } from "../api/client";
import { setupQuery } from "../api/queries";
import { matchesQuery, tenantQuery } from "../api/tenantQueries";
import { useMay } from "../session/hooks";
import { PersonPicker } from "../ui/personPicker";
import { Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { Keep } from "./Keep";
import { pairsOf, REASONS, sorted, type Chosen } from "./matches";
import { useLinkAccounts } from "./mutations";

type Match = Schemas["MatchView"];

const ROWS = 100;

/** Accounts that a tenant had before, beside the people whose they may be. A person decides; then it is a draft. */
export function MatchPage() {
  const { id } = useParams({ from: "/tenants/$id/match" });
  const tenant = useQuery(tenantQuery(id));
  const matches = useQuery(matchesQuery(id));
  const name = tenant.data === undefined ? "" : `${tenant.data.tenant.app} ${tenant.data.tenant.name}`;
  return (
    <section className="flex min-w-0 flex-1 flex-col" aria-label="Match accounts">
      <Read of={matches} what="the accounts">
        {(data) => <Matching key={id} tenant={id} name={name} matches={data} />}
      </Read>
    </section>
  );
}

function Matching({ tenant, name, matches }: { tenant: string; name: string; matches: Match[] }) {
  const mayPrepare = useMay("PREPARE");
  const [chosen, setChosen] = useState<Chosen>({});
  const [shown, setShown] = useState(ROWS);
  const everybody = useQuery(setupQuery).data?.people;
  const pairs = pairsOf(matches, chosen);
  const [nobodys, setNobodys] = useState<ReadonlySet<string>>(new Set());
  const loose = matches.filter((match) => !match.person && chosen[match.remoteId]?.person === undefined);
  // who got a person, or was linked by a draft meanwhile, is none of them
  const kept = loose.filter((match) => nobodys.has(match.remoteId));
  const turn = (match: Match) => {
    const next = new Set(nobodys);
    if (!next.delete(match.remoteId)) {
      next.add(match.remoteId);
    }
    setNobodys(next);
  };
  const link = useLinkAccounts(tenant);
  const proposed = matches.filter((match) => match.person).length;
  return (
    <>
      <div className="relative min-h-0 flex-1 overflow-auto px-5 py-4">
        <div className="flex items-start gap-4">
          <div className="flex-1">
            <h1>Match accounts of {name}</h1>
            <p className="text-soft">
              {count(matches.length, "account")} that nobody linked
              {matches.length > 0 && `, ${proposed} with a proposal`}. What you leave open stays as it is.
            </p>
          </div>
          <Link to="/tenants/$id" params={{ id: tenant }} className="btn btn-sm">
            To the tenant
          </Link>
        </div>
        {everybody === 0 && (
          <p className="mt-3 font-semibold">
            Nobody is known here yet.{" "}
            <Link to="/import" className="underline">
              Bring people in first
            </Link>
            , then they are proposed.
          </p>
        )}
        <div className="card-plain mt-4">
          {matches.length === 0 ? (
            <Empty title="Every account there is somebody's." />
          ) : (
            <table className="w-full">
              <thead>
                <tr className="text-left text-xs text-soft">
                  <th className="w-10 px-3 py-1.5">
                    <span className="sr-only">Link</span>
                  </th>
                  <th className="px-2 font-semibold">Account in the tenant</th>
                  <th className="px-2 font-semibold">Seat</th>
                  <th className="px-2 font-semibold">Person here</th>
                  <th className="px-3 font-semibold">
                    Because
                    {mayPrepare && loose.length > 1 && (
                      <label className="ml-3 cursor-pointer font-normal">
                        <input
                          type="checkbox"
                          className="checkbox checkbox-xs mr-1.5"
                          aria-label="All accounts without a person are non-personal"
                          checked={kept.length === loose.length}
                          onChange={(event) =>
                            setNobodys(new Set(event.target.checked ? loose.map((one) => one.remoteId) : []))
                          }
                        />
                        all non-personal
                      </label>
                    )}
                  </th>
                </tr>
              </thead>
              <tbody>
                {sorted(matches)
                  .slice(0, shown)
                  .map((match) => (
                    <Row
                      key={match.remoteId}
                      match={match}
                      chosen={chosen[match.remoteId]}
                      mayPrepare={mayPrepare}
                      onChoose={(choice) => setChosen({ ...chosen, [match.remoteId]: choice })}
                      isNobodys={nobodys.has(match.remoteId)}
                      onNobodys={() => turn(match)}
                    />
                  ))}
              </tbody>
            </table>
          )}
        </div>
        {matches.length > shown && (
          <button type="button" className="btn btn-sm mt-3" onClick={() => setShown(shown + ROWS)}>
            Show {Math.min(ROWS, matches.length - shown)} more of {matches.length - shown}
          </button>
        )}
      </div>
      {mayPrepare && kept.length > 0 && <Keep tenant={tenant} chosen={kept} onLeave={() => setNobodys(new Set())} />}
      {mayPrepare && matches.length > 0 && kept.length === 0 && (
        <div className="flex items-center gap-4 border-t border-base-300 px-5 py-3">
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={pairs.length === 0 || link.isPending}
            onClick={() => link.mutate({ pairs })}
          >
            Review the linking of {count(pairs.length, "account")}
          </button>
          <span className="text-soft">Nothing is linked before you apply it.</span>
          <Told error={link.error} />
        </div>
      )}
    </>
  );
}

function Row({
  match,
  chosen,
  mayPrepare,
  onChoose,
  isNobodys,
  onNobodys,
}: {
  match: Match;
  chosen: Chosen[string] | undefined;
  mayPrepare: boolean;
  onChoose: (choice: Chosen[string]) => void;
  isNobodys: boolean;
  onNobodys: () => void;
}) {
  const person = chosen?.person ?? (match.person ? { id: match.person, name: match.personName ?? "" } : undefined);
  const isTicked = chosen?.isTicked ?? Boolean(match.person);
  return (
    <tr className="h-11 border-t border-line">
      <td className="px-3">
        {person !== undefined && (
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            aria-label={`Link ${match.userName} to ${person.name}`}
            disabled={!mayPrepare}
            checked={isTicked}
            onChange={(event) => onChoose({ person, isTicked: event.target.checked })}
          />
        )}
      </td>
      <td className="px-2">
        <span className="font-mono text-sm">{match.userName}</span>
        {!match.isOpen && <span className="ml-2 text-sm text-soft">closed</span>}
        <span className="block text-sm text-soft">{[match.name, match.mail].filter(Boolean).join(", ")}</span>
      </td>
      <td className="px-2 text-sm">{match.seats.join(", ")}</td>
      <td className="px-2 py-1">
        {person === undefined ? (
          mayPrepare && (
            <PersonPicker
              label={`Whose is ${match.userName}`}
              placeholder="Nobody yet: type a name"
              onPick={(one) => onChoose({ person: one, isTicked: true })}
            />
          )
        ) : (
          <span className="flex items-center gap-2">
            <b className="font-semibold">{person.name}</b>
            {chosen?.person !== undefined && match.person === undefined && (
              <button
                type="button"
                className="btn btn-xs"
                onClick={() => onChoose({ person: undefined, isTicked: false })}
              >
                Somebody else
              </button>
            )}
          </span>
        )}
      </td>
      <td className="px-3 text-sm text-soft">
        {match.reason ? REASONS[match.reason] : person === undefined ? "" : "you said so"}
        {person === undefined && mayPrepare && (
          <label className="flex cursor-pointer items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              aria-label={`${match.userName} is non-personal`}
              checked={isNobodys}
              onChange={onNobodys}
            />
            non-personal
          </label>
        )}
      </td>
    </tr>
  );
}
