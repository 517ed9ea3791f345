import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, Problem, take } from "../api/client";
import { draftTextQuery, keepDraft, type Draft } from "../api/drafts";
import { useMay } from "../session/hooks";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { rangeOf, refusedLines } from "./textLines";

/** The draft as text, a sentence on each line: to copy, to edit, to paste another. */
export function AsText({ draft }: { draft: Draft }) {
  const text = useQuery(draftTextQuery(draft.id, draft.version));
  return (
    <Read of={text} what="the text">
      {(data) => <Editor key={draft.version} draft={draft} kept={data} />}
    </Read>
  );
}

function Editor({ draft, kept }: { draft: Draft; kept: string }) {
  const client = useQueryClient();
  const mayPrepare = useMay("PREPARE");
  const area = useRef<HTMLTextAreaElement>(null);
  const [typed, setTyped] = useState(kept);
  const [copied, setCopied] = useState(false);
  const save = useMutation({
    mutationFn: () =>
      take(
        api.PUT("/api/v1/drafts/{id}/text", {
          params: { path: { id: draft.id }, header: { "If-Match": `"${draft.version}"` } },
          body: typed,
          bodySerializer: (body) => body,
          headers: { "Content-Type": "text/plain; charset=UTF-8" },
        }),
      ),
    onSuccess: (saved) => keepDraft(client, saved),
  });
  const refused = save.error instanceof Problem ? refusedLines(save.error.fields) : [];
  const lines = typed.split("\n").length;
  return (
    <div className="mt-3">
      <textarea
        ref={area}
        aria-label="Changes as text"
        aria-describedby="text-help"
        aria-invalid={save.error !== null}
        spellCheck={false}
        readOnly={!mayPrepare}
        rows={Math.min(Math.max(lines + 1, 10), 24)}
        className="textarea w-full font-mono text-sm leading-6 whitespace-pre"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setCopied(false);
        }}
      />
      {save.error !== null && (
        <div role="alert" className="mt-1 text-sm">
          <p className="font-semibold text-error">▲ {save.error.message}</p>
          <ul className="mt-0.5">
            {refused.map((one) => (
              <li key={one.line}>
                <button
                  type="button"
                  className="link text-left"
                  onClick={() => {
                    area.current?.focus();
                    area.current?.setSelectionRange(...rangeOf(typed, one.line));
                  }}
                >
                  {one.text}
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      <div className="mt-2 flex items-center gap-2">
        {mayPrepare && (
          <button
            type="button"
            className="btn btn-sm"
            disabled={typed === kept || save.isPending}
            onClick={() => save.mutate()}
          >
            Save text to draft
          </button>
        )}
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => void navigator.clipboard.writeText(typed).then(() => setCopied(true))}
        >
          {copied ? "Copied" : "Copy"}
        </button>
        {typed !== kept && (
          <button
            type="button"
            className="btn btn-ghost btn-sm"
            onClick={() => {
              setTyped(kept);
              save.reset();
            }}
          >
            Discard edits
          </button>
        )}
        <p id="text-help" className="text-sm text-soft">
          {typed === kept
            ? `${count(draft.total, "change")}, one on each line. Lines that you leave as they are stay the same entries.`
            : "Not saved yet. Lines you remove are removed from the draft."}
        </p>
      </div>
    </div>
  );
}
