import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import type { Schemas } from "../api/client";
import { allMessagesQuery, MOST_MESSAGES } from "../api/queries";
import { useMay, useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { WorkList } from "../ui/listTable";
import { Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import type { ListColumn, ListFacet } from "../ui/workList";
import { useSendMany } from "./mutations";
import { OCCASIONS, sendWord, stateWord } from "./words";

type Row = Schemas["MessageView"];

const FACETS: readonly ListFacet<Row>[] = [
  { key: "state", name: "State", values: (row) => [stateWord(row.state)] },
  { key: "occasion", name: "Occasion", values: (row) => [OCCASIONS[row.occasion].title] },
  { key: "tenant", name: "Tenant", values: (row) => row.tenants },
  { key: "has", name: "Address", values: (row) => [row.address ? "has an address" : "no address"] },
];

/** Messages as a working table. */
export function MessagesTable() {
  const session = useSession();
  const messages = useQuery(allMessagesQuery);
  const maySend = useMay("APPLY");
  const at = (instant: string | undefined) => (instant ? moment(instant, session.zone) : "");
  const columns: readonly ListColumn<Row>[] = [
    { key: "name", name: "Person", value: (row) => row.name },
    { key: "state", name: "State", value: (row) => stateWord(row.state) },
    { key: "occasion", name: "Occasion", value: (row) => OCCASIONS[row.occasion].title },
    { key: "tenants", name: "Tenants", value: (row) => row.tenants.join(", ") },
    { key: "address", name: "Address", value: (row) => row.address ?? "" },
    { key: "made", name: "Made", value: (row) => row.madeAt, text: (row) => at(row.madeAt) },
    { key: "sent", name: "Sent", value: (row) => row.sentAt ?? "", text: (row) => at(row.sentAt) },
    { key: "detail", name: "Detail", value: (row) => row.detail },
  ];
  return (
    <Read of={messages} what="messages">
      {(data) => (
        <WorkList
          title="Messages"
          place="messages"
          exports={{ list: "MESSAGES" }}
          one="message"
          many="messages"
          rows={data}
          idOf={(row) => row.id}
          nameOf={(row) => row.name}
          columns={columns}
          facets={FACETS}
          draw={(row, column) =>
            column === "name" ? (
              <Link to="/messages" search={{ id: row.id }} className="font-semibold hover:underline">
                {row.name}
              </Link>
            ) : undefined
          }
          head={
            <>
              {data.length === MOST_MESSAGES && (
                <span className="text-sm text-soft">the newest {MOST_MESSAGES.toLocaleString("en-GB")}</span>
              )}
              <Link to="/messages" className="btn btn-sm">
                List view
              </Link>
            </>
          }
          {...(maySend
            ? { acts: (chosen: readonly Row[], clear: () => void) => <Acts chosen={chosen} onDone={clear} /> }
            : {})}
        />
      )}
    </Read>
  );
}

function Acts({ chosen, onDone }: { chosen: readonly Row[]; onDone: () => void }) {
  const send = useSendMany();
  const sendable = chosen.filter((row) => sendWord(row.state) !== undefined);
  return (
    <>
      {send.data !== undefined && (
        <span role="status" className="text-sm">
          {count(send.data.sent, "message")} on the way
          {send.data.failed.length > 0 && (
            <b className="text-error">
              ; not sent: {send.data.failed.map((one) => `${one.name} (${one.text})`).join(", ")}
            </b>
          )}
        </span>
      )}
      <Told error={send.error} />
      <button
        type="button"
        className="btn btn-sm"
        disabled={sendable.length === 0 || send.isPending}
        onClick={() => send.mutate(sendable, { onSuccess: onDone })}
      >
        {send.isPending ? "Sending…" : sendable.length === 0 ? "Send" : `Send ${count(sendable.length, "message")}`}
      </button>
    </>
  );
}
