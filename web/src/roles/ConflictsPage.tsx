import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { entry, newId, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { conflictsQuery } from "../api/roleQueries";
import { EndButton } from "../changes/EndButton";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { ConflictEditor } from "./ConflictEditor";
import { count } from "../ui/words";
import { countedWords, mannerWords, withinWords } from "./conflictWords";
import { useOpenDraft } from "./useComposing";

const FORMS = ["conflict-rule.make", "conflict-rule.edit"];

type Conflict = Schemas["ConflictView"];

/** What must not meet in one person, and in whom it does: as it is, or as the open draft would have it. */
export function ConflictsPage() {
  const draft = useOpenDraft();
  const conflicts = useQuery(conflictsQuery(draft));
  const mayPrepare = useMay("PREPARE");
  const { act, isPending, error } = useAct();
  const edits = draft?.entries.filter((one) => FORMS.includes(one.form)) ?? [];
  return (
    <Read of={conflicts} what="the conflict rules">
      {(data) => (
        <>
          <div className="flex items-start gap-2">
            <h1 className="flex-1">Conflict rules</h1>
            {mayPrepare && (
              <button
                type="button"
                className="btn btn-sm"
                disabled={isPending}
                onClick={() =>
                  act(
                    "New conflict rule",
                    entry("conflict-rule.make", { id: newId(), within: "tenant", manner: "warn" }),
                  )
                }
              >
                New conflict rule
              </button>
            )}
          </div>
          <p className="text-soft">
            What must not meet in one person. A draft that would bring it together says so, and colleagues do not hand
            it on.
          </p>
          <Told error={error} />
          {data.length === 0 && edits.length === 0 && (
            <Empty title="There is no conflict rule">Nothing is kept apart in one person.</Empty>
          )}
          <div className="mt-4 space-y-4">
            {draft !== undefined &&
              edits
                .filter((one) => one.form === "conflict-rule.make")
                .map((one) => (
                  <div key={one.id}>
                    <ConflictEditor draft={draft} entry={one} rule={undefined} />
                    {data
                      .filter((rule) => rule.id === one.fields.id)
                      .map((rule) => (
                        <Met key={rule.id} rule={rule} isDrafted />
                      ))}
                  </div>
                ))}
            {data
              .filter((rule) => !edits.some((one) => one.fields.id === rule.id))
              .map((rule) => {
                const edit = edits.find((one) => one.fields["conflict-rule"] === rule.id);
                return edit !== undefined && draft !== undefined ? (
                  <div key={rule.id}>
                    <ConflictEditor draft={draft} entry={edit} rule={rule} />
                    <Met rule={rule} isDrafted />
                  </div>
                ) : (
                  <Rule key={rule.id} rule={rule} />
                );
              })}
          </div>
        </>
      )}
    </Read>
  );
}

function Rule({ rule }: { rule: Conflict }) {
  const mayPrepare = useMay("PREPARE");
  const { act, isPending } = useAct();
  return (
    <section className="card-plain" aria-labelledby={`conflict-${rule.id}`}>
      <div className="px-4 py-3">
        <div className="flex items-center gap-1.5">
          <h2 id={`conflict-${rule.id}`} className="flex-1">
            {rule.name}
          </h2>
          {mayPrepare && (
            <>
              <button
                type="button"
                className="btn btn-xs"
                disabled={isPending}
                aria-label={`Change ${rule.name}`}
                onClick={() => act(`Change ${rule.name}`, entry("conflict-rule.edit", { "conflict-rule": rule.id }))}
              >
                Change
              </button>
              <EndButton
                draft={`Retire ${rule.name}`}
                entry={entry("conflict-rule.retire", { "conflict-rule": rule.id })}
                label={`Retire ${rule.name}`}
                words="Retire"
              />
            </>
          )}
        </div>
        <p className="text-soft">
          {rule.description}
          {rule.owner && ` · owned by ${rule.owner}`}
        </p>
        <div className="mt-3 flex flex-wrap items-center gap-x-3 gap-y-1">
          <Side words={rule.one} />
          <span className="text-soft">must not meet</span>
          <Side words={rule.other} />
          <span className="text-soft">
            in {rule.app}, {withinWords(rule.within)}
          </span>
        </div>
        <p className="mt-2 text-sm text-soft">
          {mannerWords(rule.manner)} {countedWords(rule.counted)}
        </p>
      </div>
      <Met rule={rule} />
    </section>
  );
}

/** In whom both sides meet. */
function Met({ rule, isDrafted = false }: { rule: Conflict; isDrafted?: boolean }) {
  const met = rule.met.length + rule.moreMet;
  return (
    <div className="border-t border-line px-4 py-2.5">
      {met === 0 ? (
        <p>
          <b className="text-success">✓</b> {isDrafted ? "With this draft nobody has both." : "Nobody has both now."}
        </p>
      ) : (
        <>
          <p className="font-semibold text-error">
            ▲ {isDrafted && "With this draft "}
            {count(met, "person has", "people have")} both{!isDrafted && " now"}
          </p>
          <ul className="mt-1">
            {rule.met.map((one) => (
              <li key={one.person} className="flex min-h-7 flex-wrap items-center gap-x-2">
                <Link to="/people/$id" params={{ id: one.person }} className="font-semibold hover:underline">
                  {one.name}
                </Link>
                <span className="text-soft">{one.where}</span>
              </li>
            ))}
          </ul>
          {rule.moreMet > 0 && <p className="text-soft">and {rule.moreMet} more</p>}
        </>
      )}
    </div>
  );
}

function Side({ words }: { words: readonly string[] }) {
  return <span className="rounded border border-base-content px-2 py-0.5 font-semibold">{words.join(" or ")}</span>;
}
