import { useInfiniteQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import type { Schemas } from "../api/client";
import { messagesQuery } from "../api/queries";
import { useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { Empty, Read } from "../ui/states";
import { VirtualList } from "../ui/list";
import { Letter } from "./Letter";
import { countOf, lookOf, LOOKS, stateWord } from "./words";
import { NextPage } from "../ui/nextPage";

const ROW = 52;

type Message = Schemas["MessageView"];

/** What people are told about their accounts: what was sent, what waits, and what needs attention. */
export function MessagesPage() {
  const { look, id } = useSearch({ from: "/settings-layout/messages" });
  const navigate = useNavigate();
  const shown = lookOf(look);
  const pages = useInfiniteQuery(messagesQuery(shown.states));
  const first = pages.data?.pages[0];
  const messages = pages.data?.pages.flatMap((page) => page.messages) ?? [];
  const open = id ?? messages[0]?.id;
  return (
    <>
      <section
        aria-label="Messages"
        className="flex w-[430px] shrink-0 flex-col border-r border-base-300 bg-base-100 max-[1100px]:w-[360px]"
      >
        <div className="px-4 pt-4 pb-2">
          <div className="flex items-center gap-3">
            <h1 className="flex-1">Messages</h1>
            <Link to="/messages/table" className="btn btn-sm">
              As a table
            </Link>
            <Link to="/messages/templates" className="btn btn-sm">
              What they say
            </Link>
          </div>
          <div role="group" aria-label="Which messages" className="mt-2 flex flex-wrap gap-1">
            {LOOKS.filter(
              (one) => one.key === "all" || one.key === shown.key || countOf(first?.counts ?? [], one.states) > 0,
            ).map((one) => (
              <Link
                key={one.key}
                to="/messages"
                search={(before) => ({ ...before, look: one.key === "all" ? undefined : one.key, id: undefined })}
                aria-current={one.key === shown.key}
                className={`btn btn-xs ${one.key === shown.key ? "btn-primary" : ""}`}
              >
                {one.words} {countOf(first?.counts ?? [], one.states)}
              </Link>
            ))}
          </div>
          {first !== undefined && !first.isConnected && (
            <p className="mt-2 text-sm font-semibold text-error">
              ▲ No mail server is set, so that nothing can be sent. Set wexa.mail.host and start again.
            </p>
          )}
        </div>
        <Read of={{ ...pages, data: first }} what="messages">
          {() =>
            messages.length === 0 ? (
              <Empty title={shown.key === "all" ? "Nobody was written to yet" : "None of these"}>
                When accounts are opened, each person gets one message about all of them.
              </Empty>
            ) : (
              <VirtualList<Message>
                items={messages}
                label="Messages"
                rowHeight={ROW}
                keyOf={(one) => one.id}
                isOpen={(one) => one.id === open}
                onOpen={(one) => void navigate({ to: ".", search: (before) => ({ ...before, id: one.id }) })}
              >
                {(one) => <Line message={one} isOpen={one.id === open} />}
              </VirtualList>
            )
          }
        </Read>
        <NextPage of={pages} className="m-2">
          Older ones
        </NextPage>
      </section>
      {open === undefined ? (
        <section className="min-w-0 flex-1" aria-label="Message" />
      ) : (
        <Letter key={open} id={open} />
      )}
    </>
  );
}

function Line({ message, isOpen }: { message: Message; isOpen: boolean }) {
  const session = useSession();
  const wrong = message.state === "FAILED" ? "font-semibold text-error" : message.state === "READY" ? "font-bold" : "";
  return (
    <Link
      to="."
      search={(before: object) => ({ ...before, id: message.id })}
      aria-current={isOpen}
      className={`row-hover flex h-full items-center gap-3 px-4 ${isOpen ? "bg-chosen" : ""}`}
    >
      <span className="min-w-0 flex-1">
        <b className="block truncate font-semibold">{message.name}</b>
        <span className="block truncate text-sm text-soft">{message.tenants.join(", ")}</span>
      </span>
      <span className="shrink-0 text-right text-sm">
        <span className={`block ${wrong}`}>
          {message.state === "FAILED" && "▲ "}
          {stateWord(message.state)}
        </span>
        <span className="block text-soft">{moment(message.sentAt ?? message.madeAt, session.zone)}</span>
      </span>
    </Link>
  );
}
