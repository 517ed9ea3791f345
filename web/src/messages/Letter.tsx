import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { type Schemas } from "../api/client";
import { messageQuery } from "../api/queries";
import { useMay, useSession } from "../session/hooks";
import { day, moment } from "../ui/dates";
import { Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { canDrop, OCCASIONS, sendWord, stateWord } from "./words";
import { useDropMessage, useSendMessage } from "./mutations";

/** One message as it was sent, or as it would be sent now. */
export function Letter({ id }: { id: string }) {
  const whole = useQuery(messageQuery(id));
  return (
    <section className="min-w-0 flex-1 overflow-auto px-6 py-4" aria-label="Message">
      <Read of={whole} what="the message">
        {(data) => <Whole whole={data} />}
      </Read>
    </section>
  );
}

function Whole({ whole }: { whole: Schemas["WholeView"] }) {
  const { message } = whole;
  const isWritten = message.sentAt !== undefined && message.sentAt !== null;
  return (
    <>
      <div className="flex flex-wrap items-start gap-3">
        <div className="min-w-0 flex-1">
          <h2 className="text-xl">
            <Link to="/people/$id" params={{ id: message.person }} className="hover:underline">
              {message.name}
            </Link>
          </h2>
          <p className="text-soft">
            {message.address ?? "no e-mail address"} · {OCCASIONS[message.occasion].title.toLowerCase()} in{" "}
            {message.tenants.join(", ")}
          </p>
        </div>
        <Acts message={message} />
      </div>
      <How message={message} />
      <article className="card-plain mt-4 max-w-2xl" aria-label={isWritten ? "As it was sent" : "As it would be sent"}>
        <p className="border-b border-line px-5 py-2.5">
          <b className="font-semibold">{whole.subject}</b>
        </p>
        <p className="px-5 py-4 break-words whitespace-pre-wrap">{whole.body}</p>
      </article>
    </>
  );
}

function How({ message }: { message: Schemas["MessageView"] }) {
  const session = useSession();
  const wrong = message.state === "FAILED";
  return (
    <p className={`mt-3 ${wrong ? "font-semibold text-error" : ""}`}>
      {wrong && "▲ "}
      <b className="inline-block font-semibold first-letter:uppercase">{stateWord(message.state)}</b>
      {message.state === "SENT" && message.sentAt && `, ${moment(message.sentAt, session.zone)}`}
      {message.detail !== "" && <>: {message.detail}</>}
      {message.detail.endsWith("day.") && message.dueAt && ` It goes on ${day(message.dueAt, session.zone)}.`}
    </p>
  );
}

function Acts({ message }: { message: Schemas["MessageView"] }) {
  const mayApply = useMay("APPLY");
  const send = useSendMessage(message.id);
  const drop = useDropMessage(message.id);
  const word = sendWord(message.state);
  if (!mayApply) {
    return null;
  }
  return (
    <div className="text-right">
      <span className="flex justify-end gap-2">
        {canDrop(message.state) && (
          <button type="button" className="btn btn-sm" disabled={drop.isPending} onClick={() => drop.mutate()}>
            Leave out
          </button>
        )}
        {word !== undefined && (
          <button
            type="button"
            className={`btn btn-sm ${message.state === "SENT" ? "" : "btn-primary"}`}
            disabled={send.isPending}
            onClick={() => send.mutate()}
          >
            {word}
          </button>
        )}
      </span>
      {message.state === "SENT" && <p className="mt-1 text-xs text-soft">A link in the earlier one ends then.</p>}
      <Told error={send.error ?? drop.error} />
    </div>
  );
}
