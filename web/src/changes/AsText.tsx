import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Problem } from "../api/client";
import { draftTextQuery, type Draft } from "../api/drafts";
import { useMay } from "../session/hooks";
import { Copy } from "../ui/copy";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { rangeOf, refusedLines } from "./textLines";
import { useSaveText } from "./mutations";

/** The draft as text, a sentence on each line: to copy, to edit, to paste another. */
export function AsText({ draft }: { draft: Draft }) {
  const text = useQuery(draftTextQuery(draft.id, draft.version));
  return (
    <Read of={text} what="the text">
      {(data) => <Editor key={draft.id} draft={draft} kept={data} />}
    </Read>
  );
}

/** The text of a version of the draft. */
interface Kept {
  version: number;
  text: string;
}

/** What is typed stays, with the version that it began from, whatever others do to the draft meanwhile. */
function Editor({ draft, kept }: { draft: Draft; kept: Kept }) {
  const mayPrepare = useMay("PREPARE");
  const area = useRef<HTMLTextAreaElement>(null);
  const [edit, setEdit] = useState<{ base: Kept; typed: string } | null>(null);
  const typed = edit?.typed ?? kept.text;
  const save = useSaveText(draft.id);
  const refused = save.error instanceof Problem ? refusedLines(save.error.fields) : [];
  const lines = typed.split("\n").length;
  const isOvertaken = edit !== null && !save.isPending && edit.base.version < draft.version;
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
          const base = edit?.base ?? kept;
          setEdit(event.target.value === base.text ? null : { base, typed: event.target.value });
        }}
      />
      {isOvertaken && (
        <p role="alert" className="mt-1 text-sm font-semibold text-error">
          ▲ The draft has changed since you began to type. Copy your text, discard your edits, and paste what you still
          need.
        </p>
      )}
      {save.error !== null && !isOvertaken && (
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
            disabled={edit === null || isOvertaken || save.isPending}
            onClick={() =>
              save.mutate({ over: edit?.base.version ?? kept.version, text: typed }, { onSuccess: () => setEdit(null) })
            }
          >
            Save text to draft
          </button>
        )}
        <Copy text={typed} shownBy={area} />
        {edit !== null && (
          <button
            type="button"
            className="btn btn-ghost btn-sm"
            onClick={() => {
              setEdit(null);
              save.reset();
            }}
          >
            Discard edits
          </button>
        )}
        <p id="text-help" className="text-sm text-soft">
          {edit === null
            ? `${count(draft.total, "change")}, one on each line. Lines that you leave as they are stay the same entries.`
            : "Not saved yet. Lines you remove are removed from the draft."}
        </p>
      </div>
    </div>
  );
}
