import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { changesetAboutQuery } from "../api/changeQueries";
import { useMay } from "../session/hooks";
import { Picker } from "../ui/picker";
import { count } from "../ui/words";
import { useUndo } from "./mutations";

type Changeset = Schemas["ChangesetView"];

const FEW = 2;

/** The way back as a draft; what would not come back is named before. */
export function Undo({ changeset }: { changeset: Changeset }) {
  const mayPrepare = useMay("PREPARE");
  const [typed, setTyped] = useState("");
  const [takesRest, setTakesRest] = useState(true);
  const about = useQuery({
    ...changesetAboutQuery(changeset.applied.version, typed.trim()),
    enabled: mayPrepare && changeset.undoable > 0,
  });
  const undo = useUndo(changeset.applied.version);
  return (
    <section aria-labelledby="undo">
      <h2 id="undo">Undo</h2>
      <p className="text-soft">
        {changeset.undoable === 0
          ? "There is nothing to undo here any more."
          : `Undoing it takes ${count(changeset.undoable, "change")}, in a draft that you review and apply like any other.`}
      </p>
      {changeset.rest && (
        <p className="mt-1">
          {count(changeset.rest.entries, "change was", "changes were")} not applied and{" "}
          {changeset.rest.entries === 1 ? "is" : "are"} still in the draft{" "}
          <Link to="/changes/drafts/$id" params={{ id: changeset.rest.draft }} className="link">
            {changeset.rest.name}
          </Link>
          .
        </p>
      )}
      {changeset.rest && changeset.undoable > 0 && mayPrepare && (
        <label className="mt-1 flex w-fit cursor-pointer items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={takesRest}
            onChange={() => setTakesRest(!takesRest)}
          />
          Discard that draft when the whole changeset is undone
        </label>
      )}
      {changeset.left.length > 0 && (
        <>
          <h3 className="mt-3 font-semibold">Not undone</h3>
          <NotUndone texts={changeset.left.slice(0, FEW)} />
          {changeset.left.length > FEW && (
            <details>
              <summary className="cursor-pointer text-sm text-soft">
                and {count(changeset.left.length - FEW, "more")}
              </summary>
              <NotUndone texts={changeset.left.slice(FEW)} />
            </details>
          )}
        </>
      )}
      {changeset.undoable > 0 && mayPrepare && (
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="btn"
            disabled={undo.isPending}
            onClick={() => undo.mutate({ about: undefined, takesRest: takesRest && changeset.rest != null })}
          >
            Prepare undo
          </button>
          <span className="text-soft">or only for</span>
          <div className="w-64">
            <Picker
              label="Undo only for"
              hideLabel
              placeholder="Person, tenant, group, role"
              choices={(about.data ?? []).map((one) => ({ id: one.id, name: one.name, note: one.kind }))}
              onType={setTyped}
              onPick={(id) => undo.mutate({ about: id, takesRest: false })}
            />
          </div>
        </div>
      )}
      {undo.error !== null && (
        <p role="alert" className="mt-2 font-semibold text-error">
          {undo.error.message}
        </p>
      )}
    </section>
  );
}

function NotUndone({ texts }: { texts: readonly string[] }) {
  return (
    <ul className="mt-1 space-y-1">
      {texts.map((text) => (
        <li key={text} className="flex gap-2 text-sm break-words">
          <span className="text-warning">▲</span>
          {text}
        </li>
      ))}
    </ul>
  );
}
