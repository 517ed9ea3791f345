import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { administratorsQuery, deskCommentsQuery } from "../api/queries";
import { useMay, useNow, useSession } from "../session/hooks";
import { calendarDay, moment } from "../ui/dates";
import { ButtonMenu } from "../ui/menu";
import { PlainDay } from "../ui/plainDay";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { DeskAct } from "./DeskAct";
import { keyOf, when, type Item, type Lines } from "./items";
import { useComment, useGiveLine, useQuiet, useShowAgain } from "./mutations";

/** One line; or several of the same kind and day as one, which opens. */
export function DeskLines({ lines }: { lines: Lines }) {
  const session = useSession();
  const now = useNow();
  const [isOpen, setOpen] = useState(false);
  const first = lines.items[0];
  if (first === undefined || lines.items.length === 1) {
    return first === undefined ? null : <DeskLine item={first} />;
  }
  return (
    <>
      <li className="flex min-h-11 items-center gap-3 px-3 py-1.5">
        <span className="flex min-w-0 flex-1 items-baseline gap-2">
          <b className="shrink-0">{lines.title}</b>
          <span className="truncate text-soft">
            {lines.items
              .slice(0, 4)
              .map((item) => item.title)
              .join(", ")}
            {lines.items.length > 4 && " and others"}
          </span>
        </span>
        <span className="shrink-0 text-sm font-semibold">{when(first, session.zone, now)}</span>
        <button
          type="button"
          className="btn btn-sm w-36 shrink-0"
          aria-expanded={isOpen}
          onClick={() => setOpen(!isOpen)}
        >
          {isOpen ? "Collapse" : `Show ${lines.items.length}`}
        </button>
        <span className="w-8 shrink-0" />
      </li>
      {isOpen && lines.items.map((item) => <DeskLine key={keyOf(item)} item={item} />)}
    </>
  );
}

type Doing = "give" | "comment" | "quiet";

function DeskLine({ item }: { item: Item }) {
  const session = useSession();
  const now = useNow();
  const [doing, setDoing] = useState<Doing>();
  return (
    <li className="px-3 py-1.5">
      <div className="flex min-h-8 items-center gap-3">
        <span className="flex min-w-0 flex-1 items-baseline gap-2">
          {typeof item.colour === "number" && <TenantDot colour={item.colour} />}
          <b className="shrink-0">{item.title}</b>
          <span className="truncate text-soft" title={item.text}>
            {item.text}
          </span>
        </span>
        {item.holder && (
          <span className="shrink-0 rounded bg-base-200 px-1.5 text-xs" title={`assigned by ${item.holder.givenBy}`}>
            {item.holder.login === session.login ? "yours" : item.holder.name}
          </span>
        )}
        {item.comments > 0 && (
          <button
            type="button"
            className="shrink-0 cursor-pointer text-sm text-soft underline"
            onClick={() => setDoing(doing === "comment" ? undefined : "comment")}
          >
            {count(item.comments, "comment")}
          </button>
        )}
        <span className="shrink-0 text-sm font-semibold">{when(item, session.zone, now)}</span>
        <DeskAct item={item} />
        <More item={item} onDo={setDoing} />
      </div>
      {item.quiet && (
        <p className="text-sm text-soft">
          Hidden until {calendarDay(item.quiet.until)}
          {item.quiet.reason !== "" && `: ${item.quiet.reason}`}
        </p>
      )}
      {doing === "give" && <Give item={item} onDone={() => setDoing(undefined)} />}
      {doing === "comment" && <Comments item={item} />}
      {doing === "quiet" && <HideUntil item={item} onDone={() => setDoing(undefined)} />}
    </li>
  );
}

function More({ item, onDo }: { item: Item; onDo: (doing: Doing) => void }) {
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  const give = useGiveLine(item.line);
  const show = useShowAgain(item.line);
  const isOwn = item.holder?.login === session.login;
  const choices = [
    ...(mayPrepare
      ? [
          isOwn
            ? { name: "Release", go: () => give.mutate(undefined) }
            : { name: "Assign to me", go: () => give.mutate(session.login) },
          { name: "Assign to a colleague…", go: () => onDo("give") },
        ]
      : []),
    { name: "Comment…", go: () => onDo("comment") },
    item.quiet ? { name: "Show again", go: () => show.mutate() } : { name: "Hide until…", go: () => onDo("quiet") },
  ];
  return (
    <>
      <Told error={give.error ?? show.error} />
      <ButtonMenu
        label={`More for ${item.title}`}
        className="grid size-8 shrink-0 cursor-pointer place-items-center rounded text-soft hover:bg-base-200"
        button="⋯"
        choices={choices}
      />
    </>
  );
}

function Give({ item, onDone }: { item: Item; onDone: () => void }) {
  const id = useId();
  const administrators = useQuery(administratorsQuery).data ?? [];
  const give = useGiveLine(item.line);
  return (
    <div className="mt-1 flex flex-wrap items-end gap-2 pb-1">
      <div>
        <label htmlFor={id} className="block text-xs font-semibold text-soft">
          Assign to
        </label>
        <select
          id={id}
          autoFocus
          className="select h-8 w-64"
          value=""
          onChange={(event) => give.mutate(event.target.value, { onSuccess: onDone })}
        >
          <option value="">choose a colleague</option>
          {administrators
            .filter((one) => !one.endedAt && !one.seesScopeOnly)
            .map((one) => (
              <option key={one.login} value={one.login}>
                {one.name}
              </option>
            ))}
        </select>
      </div>
      <button type="button" className="btn btn-ghost btn-sm" onClick={onDone}>
        Cancel
      </button>
      <Told error={give.error} />
    </div>
  );
}

function Comments({ item }: { item: Item }) {
  const session = useSession();
  const [text, setText] = useState("");
  const comments = useQuery(deskCommentsQuery(item.line));
  const comment = useComment(item.line);
  return (
    <div className="mt-1 max-w-3xl pb-1">
      <ul className="space-y-1 text-sm">
        {(comments.data ?? []).map((one) => (
          <li key={one.id}>
            <b className="font-semibold">{one.author}</b>{" "}
            <span className="text-soft">{moment(one.at, session.zone)}</span> {one.text}
          </li>
        ))}
      </ul>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          comment.mutate(text, {
            onSuccess: () => {
              setText("");
              void comments.refetch();
            },
          });
        }}
      >
        <div className="flex-1">
          <PlainField
            label="Comment, visible to all administrators"
            value={text}
            problem={problemOf(comment.error, "text")}
            onChange={setText}
          />
        </div>
        <button type="submit" className="btn btn-sm" disabled={text.trim() === "" || comment.isPending}>
          Add comment
        </button>
      </form>
      <Told error={comment.error} />
    </div>
  );
}

function HideUntil({ item, onDone }: { item: Item; onDone: () => void }) {
  const [until, setUntil] = useState("");
  const [reason, setReason] = useState("");
  const quiet = useQuiet(item.line);
  return (
    <form
      className="mt-1 flex flex-wrap items-end gap-2 pb-1"
      onSubmit={(event) => {
        event.preventDefault();
        quiet.mutate({ matter: item.matter, until, reason }, { onSuccess: onDone });
      }}
    >
      <div className="w-40">
        <PlainDay label="Hide until" value={until} onKeep={setUntil} />
      </div>
      <div className="w-80">
        <PlainField label="Reason" isOptional value={reason} onChange={setReason} />
      </div>
      <button type="submit" className="btn btn-sm" disabled={until === "" || quiet.isPending}>
        Hide
      </button>
      <button type="button" className="btn btn-ghost btn-sm" onClick={onDone}>
        Cancel
      </button>
      <p className="basis-full text-sm text-soft">
        It comes back on that day, or earlier if anything about it changes. Others still see it.
      </p>
      {problemOf(quiet.error, "until") !== undefined && (
        <p role="alert" className="basis-full font-semibold text-error">
          {problemOf(quiet.error, "until")}
        </p>
      )}
      <Told error={quiet.error} />
    </form>
  );
}
