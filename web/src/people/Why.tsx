import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { type Schemas } from "../api/client";
import { whyQuery, type Cell } from "../api/queries";
import { useNow, useSeesAll, useSession } from "../session/hooks";
import { ago, lastDay } from "../ui/dates";
import { Read } from "../ui/states";
import { tenantColour } from "../ui/tenants";
import { count } from "../ui/words";
import { useAskTenant } from "./mutations";

type Chain = Schemas["ChainView"];
type ChainLink = Schemas["LinkView"];

const SHOULD: Record<string, string> = { YES: "yes", BLOCKED: "yes, but blocked", NO: "no" };
const READ: Record<string, string> = { YES: "yes", NO: "no", NO_ACCOUNT: "there is no account" };

/** Every way to one permission, and the three answers: what should be, what was read, what the tenant says. */
export function Why({ person, cell, at }: { person: string; cell: Cell; at: string | undefined }) {
  const session = useSession();
  const now = useNow();
  const why = useQuery(whyQuery(person, cell, at));
  const ask = useAskTenant(person, cell, at);
  return (
    <Read of={why} what="why">
      {(data) => (
        <>
          <h2>{data.title}</h2>
          <p className="text-sm text-soft">{data.place}</p>
          {data.chains.map((chain, place) => (
            <ChainOf key={place} chain={chain} zone={session.zone} />
          ))}
          {data.blocks.length > 0 && (
            <div className="mt-3 border-t border-line pt-3">
              <h3 className="font-semibold">Blocked by</h3>
              {data.blocks.map((block) => (
                <p key={block.code} className="mt-1 text-sm">
                  <span className="text-error">⊘</span> {block.text}
                </p>
              ))}
            </div>
          )}
          <dl className="mt-3 grid grid-cols-[68px_1fr] gap-x-2 gap-y-1 border-t border-line pt-3 text-sm">
            <dt className="font-semibold">Expected</dt>
            <dd>
              {SHOULD[data.should]}
              {data.should !== "NO" && `, by ${count(data.chains.length, "way")}`}
            </dd>
            <dt className="font-semibold">Read</dt>
            <dd>
              {READ[data.read]}
              {data.should !== data.due && data.read === "NO" && ", not due yet"}
              {data.readAt && `, ${ago(data.readAt, now)}`}
            </dd>
            <dt className="font-semibold">Verified</dt>
            <dd>
              {data.proved === "NOT_ASKED" ? (
                "not asked yet"
              ) : (
                <>
                  the tenant answered{" "}
                  <b className={(data.proved === "YES") === (data.due === "YES") ? "text-success" : "text-error"}>
                    {data.proved.toLowerCase()}
                  </b>
                  {(data.proved === "YES") === (data.due === "YES")
                    ? data.due === "BLOCKED"
                      ? ", as expected while it is blocked"
                      : data.should !== data.due && ", not due yet"
                    : data.due === "YES"
                      ? ", and should answer yes"
                      : ", and should answer no"}
                  {data.provedReason !== "" && `: ${data.provedReason}`}
                  {data.provedAt && `, ${ago(data.provedAt, now)}`}
                </>
              )}
              {data.read !== "NO_ACCOUNT" && (
                <button
                  type="button"
                  className="ml-2 cursor-pointer text-primary underline"
                  disabled={ask.isPending}
                  onClick={() => ask.mutate()}
                >
                  {data.proved === "NOT_ASKED" ? "ask" : "ask again"}
                </button>
              )}
            </dd>
          </dl>
          {ask.error !== null && (
            <p role="alert" className="mt-2 text-sm text-error">
              {ask.error.message}
            </p>
          )}
        </>
      )}
    </Read>
  );
}

function ChainOf({ chain, zone }: { chain: Chain; zone: string }) {
  return (
    <div className="mt-3">
      {chain.until && <p className="text-sm font-semibold">until {lastDay(chain.until, zone)}</p>}
      <ol className="mt-1">
        {chain.links.map((link, place) => (
          <li key={place} className="relative pb-2.5 pl-5">
            <span
              aria-hidden
              className="absolute top-1.5 left-1 size-2 rounded-full"
              style={{ background: tenantColour(0) }}
            />
            {place < chain.links.length - 1 && (
              <span
                aria-hidden
                className="absolute top-3 -bottom-1.5 left-[7px] w-0.5"
                style={{ background: tenantColour(0) }}
              />
            )}
            <LinkOf link={link} zone={zone} />
          </li>
        ))}
      </ol>
    </div>
  );
}

function LinkOf({ link, zone }: { link: ChainLink; zone: string }) {
  const seesAll = useSeesAll();
  const name =
    link.kind === "GROUP" && seesAll ? (
      <Link to="/groups/$id" params={{ id: link.id }} className="font-semibold hover:underline">
        {link.name}
      </Link>
    ) : link.kind === "ROLE" && seesAll ? (
      <Link to="/roles/$id" params={{ id: link.id }} className="font-semibold hover:underline">
        {link.name}
      </Link>
    ) : (
      <b className="font-semibold">{link.name}</b>
    );
  return (
    <>
      {name}
      <br />
      <span className="text-sm text-soft">
        {link.note}
        {link.until && <b> until {lastDay(link.until, zone)}</b>}
        {link.others !== undefined && link.others !== null && (
          <span title="who would lose this if the chain ended here">
            {" "}
            · ends here for{" "}
            {link.others === 0 ? "this person only" : `${count(link.others, "other person", "other people")} too`}
          </span>
        )}
      </span>
    </>
  );
}
