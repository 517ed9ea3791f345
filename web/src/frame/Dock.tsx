import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { Button, Menu, MenuItem, MenuTrigger, Popover } from "react-aria-components";
import { useDraft, type Draft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { draftsQuery } from "../api/changeQueries";
import { useSeesAll } from "../session/hooks";
import { blockedWords, count } from "../ui/words";

type Line = Schemas["DraftLine"];

const LINE = "flex h-[50px] items-center gap-4 px-4";

/** The open draft by name, what it comes to, and the others beside it. */
export function Dock() {
  const { draft } = useSearch({ from: "__root__" });
  const seesAll = useSeesAll();
  const drafts = useQuery({ ...draftsQuery, enabled: seesAll });
  const others = drafts.data?.filter((one) => one.id !== draft) ?? [];
  return (
    <footer aria-label="The open draft" className="bg-neutral whitespace-nowrap text-neutral-content">
      {draft === undefined ? (
        <div className={LINE}>
          <span className="font-head font-semibold">
            {seesAll ? "No draft open" : "Your view is limited to your scope, and read-only"}
          </span>
          <Others others={others} isMore={false} />
        </div>
      ) : (
        <OpenDraft id={draft} others={others} />
      )}
    </footer>
  );
}

function Others({ others, isMore = true }: { others: Line[]; isMore?: boolean }) {
  const navigate = useNavigate();
  if (others.length === 0) {
    return null;
  }
  return (
    <MenuTrigger>
      <Button className="cursor-pointer text-[var(--dock-soft)] hover:text-neutral-content">
        {others.length} {isMore && "more "}
        {others.length === 1 ? "draft" : "drafts"} ▾
      </Button>
      <Popover
        placement="top start"
        className="card-plain max-h-80 min-w-64 overflow-auto p-1 text-base-content shadow-md"
      >
        <Menu
          className="outline-none"
          items={others}
          onAction={(id) =>
            void navigate({ to: "/changes/drafts/$id", params: { id: String(id) }, search: { draft: String(id) } })
          }
        >
          {(one) => (
            <MenuItem
              id={one.id}
              textValue={one.name}
              className="flex cursor-pointer justify-between gap-4 rounded px-3 py-1.5 outline-none data-focused:bg-chosen"
            >
              <span className="font-semibold">{one.name}</span>
              <span className="text-soft">
                {one.state === "PARKED" ? "saved for later" : count(one.entries, "change")}
              </span>
            </MenuItem>
          )}
        </Menu>
      </Popover>
    </MenuTrigger>
  );
}

function reviewWords(draft: Draft): string {
  const { ready, toSettle } = draft.summary;
  if (toSettle > 0 && ready > 0) {
    return `Review ${count(ready, "ready change")}`;
  }
  return toSettle > 0 ? `Review, ${count(toSettle, "open issue")}` : "Review";
}

function OpenDraft({ id, others }: { id: string; others: Line[] }) {
  const { query, take, move, edit } = useDraft(id);
  const navigate = useNavigate();
  const [told, setTold] = useState("");
  const draft = query.data;
  if (draft === undefined) {
    return <div className={LINE}>{query.error === null ? "Reading the draft…" : query.error.message}</div>;
  }
  const closed = draft.state === "APPLIED" || draft.state === "DISCARDED";
  const { last } = draft;
  return (
    <>
      {edit.error !== null && (
        <p role="alert" className="px-4 pt-2 whitespace-normal text-[var(--dock-care)]">
          ▲ {edit.error.message}
        </p>
      )}
      <div className={LINE}>
        <div className="flex min-w-0 flex-1 items-center gap-4 overflow-hidden py-1">
          <span className="max-w-60 min-w-24 truncate font-head text-base font-semibold" title={draft.name}>
            {draft.name}
          </span>
          <Others others={others} />
          <span className="h-5 w-px bg-[var(--dock-line)]" aria-hidden />
          {closed ? <span>{draft.state === "APPLIED" ? "applied" : "discarded"}</span> : <Sum draft={draft} />}
        </div>
        <span role="status" className="max-w-48 truncate text-sm text-[var(--dock-soft)]">
          {edit.isPending ? "Keeping…" : told}
        </span>
        <span className="flex shrink-0 items-center gap-2">
          {!closed && (
            <>
              <button
                type="button"
                className="btn btn-sm text-neutral-content max-[700px]:hidden"
                disabled={!last}
                onClick={() => {
                  if (last) {
                    take(last);
                    setTold("Last change removed");
                  }
                }}
              >
                Undo last
              </button>
              {draft.state !== "PARKED" && (
                <button
                  type="button"
                  className="btn btn-sm text-neutral-content max-[700px]:hidden"
                  onClick={() =>
                    move.mutate("PARKED", {
                      onSuccess: () => void navigate({ to: "/", search: { draft: undefined } }),
                    })
                  }
                >
                  Save for later
                </button>
              )}
              {draft.state === "PARKED" && (
                <button type="button" className="btn btn-sm text-neutral-content" onClick={() => move.mutate("OPEN")}>
                  Take up again
                </button>
              )}
              <Link to="/changes/drafts/$id" params={{ id }} className="btn btn-accent btn-sm">
                {reviewWords(draft)}
              </Link>
            </>
          )}
          {closed && (
            <Link to="." search={(before) => ({ ...before, draft: undefined })} className="btn btn-sm">
              Close
            </Link>
          )}
        </span>
      </div>
    </>
  );
}

/** What the draft comes to; what has no room is cut, so that the acts beside it never are. */
function Sum({ draft: { total, summary } }: { draft: Draft }) {
  return (
    <>
      {summary.toSettle > 0 && (
        <span className="text-[var(--dock-care)]">▲ {count(summary.toSettle, "open issue")}</span>
      )}
      <span>
        {count(total, "change")}
        {summary.tenants.length > 0 && ` in ${count(summary.tenants.length, "tenant")}`}
      </span>
      {summary.seats > 0 && <span>{count(summary.seats, "seat")}</span>}
      {summary.people > 0 && (
        <span className="truncate">
          {count(summary.people, "person", "people")}{" "}
          {summary.gains > 0 && (
            <span className="text-[var(--dock-gain)]">
              gain{summary.people === 1 && "s"} {summary.gains}
            </span>
          )}{" "}
          {summary.blocked > 0 && (
            <span
              className="text-[var(--dock-care)]"
              title={blockedWords(summary.gains, summary.blocked, summary.blocks)}
            >
              ▲ {summary.blocked === summary.gains ? "none" : `${summary.blocked} not`} usable yet{" "}
            </span>
          )}
          {summary.losses > 0 && (
            <span className="text-[var(--dock-lose)]">
              lose{summary.people === 1 && "s"} {summary.losses}
            </span>
          )}
        </span>
      )}
    </>
  );
}
