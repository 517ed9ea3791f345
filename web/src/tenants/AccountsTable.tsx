import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { entry, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { accountsQuery } from "../api/queries";
import { tenantsQuery } from "../api/tenantQueries";
import { useMay } from "../session/hooks";
import { WorkList } from "../ui/listTable";
import { Told } from "../ui/plainField";
import { Square, squareWord } from "../ui/square";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import type { ListColumn, ListFacet } from "../ui/workList";

type Row = Schemas["AccountLine"];

const KINDS: Record<string, string> = {
  PERSON: "person",
  SERVICE: "service",
  SHARED: "shared",
  EMERGENCY: "emergency",
  UNKNOWN: "unknown",
};
const STANDINGS: Record<string, string> = {
  EXPECTED: "not started",
  HERE: "current",
  PAUSED: "on leave",
  SUSPENDED: "suspended",
  LEFT: "left",
  UNENGAGED: "not engaged",
  "": "nobody's",
};

const COLUMNS: readonly ListColumn<Row>[] = [
  { key: "userName", name: "User name", value: (row) => row.userName },
  { key: "name", name: "Person", value: (row) => row.name },
  { key: "number", name: "Number", value: (row) => row.number },
  { key: "standing", name: "Standing", value: (row) => STANDINGS[row.standing] ?? row.standing },
  { key: "state", name: "State", value: (row) => (row.isOpen ? "open" : "closed") },
  { key: "seats", name: "Seats", value: (row) => row.seats.join(", ") },
  { key: "kind", name: "Kind", value: (row) => KINDS[row.kind] ?? row.kind, isExtra: true },
  { key: "read", name: "Read back", value: (row) => readWords(row) },
];

const FACETS: readonly ListFacet<Row>[] = [
  { key: "state", name: "State", values: (row) => [row.isOpen ? "open" : "closed"] },
  { key: "kind", name: "Kind", values: (row) => [row.kind], words: (value) => KINDS[value] ?? value },
  {
    key: "standing",
    name: "Whose",
    values: (row) => [row.standing],
    words: (value) => STANDINGS[value] ?? value,
  },
  { key: "seat", name: "Seat", values: (row) => (row.seats.length === 0 ? ["no seat"] : row.seats) },
  { key: "read", name: "Read back", values: (row) => [readWords(row)] },
];

function readWords(row: Row): string {
  return row.kind === "UNKNOWN" ? "unknown here" : squareWord(row.read);
}

/** The accounts in a tenant as a working table. */
export function AccountsTable() {
  const { id } = useParams({ from: "/tenants/$id/accounts" });
  const accounts = useQuery({ ...accountsQuery(id), placeholderData: keepPreviousData });
  const tenant = useQuery(tenantsQuery).data?.find((one) => one.id === id);
  const mayPrepare = useMay("PREPARE");
  return (
    <Read of={accounts} what="accounts">
      {(data) => (
        <WorkList
          title={tenant === undefined ? "Accounts" : `Accounts in ${tenant.app} ${tenant.name}`}
          exports={{ list: "ACCOUNTS", tenant: id }}
          one="account"
          many="accounts"
          rows={data.accounts}
          idOf={(row) => row.id ?? row.userName}
          nameOf={(row) => row.userName}
          columns={COLUMNS}
          facets={FACETS}
          draw={(row, column) =>
            column === "name" && row.person ? (
              <Link to="/people/$id" params={{ id: row.person }} className="font-semibold hover:underline">
                {row.name}
              </Link>
            ) : column === "read" && row.kind !== "UNKNOWN" ? (
              <span className="flex items-center gap-1.5">
                <Square square={row.read} size={14} /> {readWords(row)}
              </span>
            ) : undefined
          }
          head={
            <>
              {data.total > data.accounts.length && (
                <span className="text-sm font-semibold text-warning">
                  ▲ the first {data.accounts.length.toLocaleString("en-GB")} of {data.total.toLocaleString("en-GB")}
                </span>
              )}
              <Link to="/tenants/$id" params={{ id }} className="btn btn-sm">
                Tenant
              </Link>
            </>
          }
          acts={(chosen, clear) => <Acts tenant={id} chosen={chosen} mayPrepare={mayPrepare} onDone={clear} />}
        />
      )}
    </Read>
  );
}

function Acts({
  tenant,
  chosen,
  mayPrepare,
  onDone,
}: {
  tenant: string;
  chosen: readonly Row[];
  mayPrepare: boolean;
  onDone: () => void;
}) {
  const { actThen, isPending, error } = useAct();
  const closable = chosen.filter((row) => row.isOpen && row.id && row.kind !== "EMERGENCY");
  const unknown = chosen.filter((row) => row.kind === "UNKNOWN");
  return (
    <>
      <Told error={error} />
      {unknown.length > 0 && (
        <Link to="/tenants/$id/match" params={{ id: tenant }} className="btn btn-sm">
          Match {count(unknown.length, "unknown account")}
        </Link>
      )}
      {mayPrepare && (
        <button
          type="button"
          className="btn btn-sm"
          disabled={closable.length === 0 || isPending}
          onClick={() =>
            actThen(
              "Close accounts",
              closable.flatMap((row) => (row.id ? [entry("account.close", { account: row.id })] : [])),
              onDone,
            )
          }
        >
          {closable.length === 0 ? "Close" : `Close ${count(closable.length, "account")}, in the draft`}
        </button>
      )}
    </>
  );
}
