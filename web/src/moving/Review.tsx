import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { entry, useStartDraft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { useMay, useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { Told } from "../ui/plainField";
import { count } from "../ui/words";
import { keyOf, type Item } from "./words";

/** What is done of the items: what is proposed, except where somebody decided otherwise. */
export function useChoices() {
  const [turned, setTurned] = useState<ReadonlySet<string>>(new Set());
  return {
    isChosen: (item: Item) => item.isProposed !== turned.has(keyOf(item)),
    turn: (item: Item) => {
      const next = new Set(turned);
      if (!next.delete(keyOf(item))) {
        next.add(keyOf(item));
      }
      setTurned(next);
    },
  };
}

/** Starts a draft with the changes and goes to its review, which offers the later time. */
export function Review({
  name,
  changes,
  at,
  isBlocked = false,
}: {
  name: string;
  changes: readonly Schemas["PlannedView"][];
  at?: string | undefined;
  isBlocked?: boolean;
}) {
  const session = useSession();
  const navigate = useNavigate();
  const mayPrepare = useMay("PREPARE");
  const start = useStartDraft((draft) => {
    void navigate({ to: "/changes/drafts/$id", params: { id: draft.id }, search: { draft: draft.id, later: at } });
  });
  return (
    <>
      {mayPrepare && (
        <p className="mt-4 flex items-center gap-3">
          <button
            type="button"
            className="btn btn-primary"
            disabled={changes.length === 0 || isBlocked || start.isPending}
            onClick={() => start.mutate({ name, put: changes.map((change) => entry(change.form, change.fields)) })}
          >
            {changes.length === 0 ? "Nothing changes" : `Review ${count(changes.length, "change")}`}
          </button>
          {at !== undefined && changes.length > 0 && (
            <span className="text-sm text-soft">
              To be applied {moment(at, session.zone)}: the review offers that time.
            </span>
          )}
        </p>
      )}
      <Told error={start.error} />
    </>
  );
}
