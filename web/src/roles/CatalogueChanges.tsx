import { Link } from "@tanstack/react-router";
import { newId, useAct, useDraft, type Draft, type Entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { useMay } from "../session/hooks";
import { KeptField } from "../ui/field";
import { Told } from "../ui/plainField";
import { count } from "../ui/words";
import { draftedChange, touchedWords, whatWords } from "./catalogueWords";

type App = Schemas["AppView"];
type Difference = App["differences"][number];

/** What the tenants of an application can do otherwise than Wexa knows: taken over as changes of a draft, all or some. */
export function CatalogueChanges({ app, draft }: { app: App; draft: Draft | undefined }) {
  const mayPrepare = useMay("PREPARE");
  const { act, isPending, error } = useAct();
  if (app.differences.length === 0) {
    return null;
  }
  const open = app.differences.filter((one) => draftedChange(one, draft) === undefined);
  const take = (differences: readonly Difference[]) =>
    act(`Changes in ${app.name}`, ...differences.map((one) => ({ id: newId(), form: one.form, fields: one.fields })));
  return (
    <section className="card-plain mt-1.5 border-l-4 border-l-warning" aria-label={`What changed in ${app.name}`}>
      <div className="flex flex-wrap items-center gap-2 px-3 pt-2">
        <h3 className="font-semibold">{count(app.differences.length, "change")} announced by its tenants</h3>
        {mayPrepare && open.length > 0 && (
          <button
            type="button"
            className="btn btn-primary btn-xs ml-auto"
            disabled={isPending}
            onClick={() => take(open)}
          >
            {open.length === app.differences.length
              ? "Add all to a draft"
              : `Add the other ${open.length} to the draft`}
          </button>
        )}
      </div>
      <p className="px-3 text-sm text-soft">Nothing changes here until you apply them.</p>
      <ul className="mt-1 divide-y divide-[var(--line)]">
        {app.differences.map((one) => (
          <Line
            key={`${one.form} ${one.what} ${one.fields.permission ?? ""}`}
            difference={one}
            drafted={draftedChange(one, draft)}
            draft={draft}
            onTake={mayPrepare && !isPending ? () => take([one]) : undefined}
          />
        ))}
      </ul>
      <div className="px-3 pb-1">
        <Told error={error} />
      </div>
    </section>
  );
}

function Line({
  difference,
  drafted,
  draft,
  onTake,
}: {
  difference: Difference;
  drafted: Entry | undefined;
  draft: Draft | undefined;
  onTake: (() => void) | undefined;
}) {
  const { touched } = difference;
  return (
    <li className={`px-3 py-1.5 ${drafted === undefined ? "" : "border-l-4 border-l-primary"}`}>
      <div className="flex flex-wrap items-center gap-x-2">
        <b className="font-semibold">{whatWords(difference)}</b>
        {difference.detail !== "" && <span className="text-soft">{difference.detail}</span>}
        {difference.isDescriptionMissing && drafted === undefined && (
          <span className="text-soft">needs a description</span>
        )}
        <span className="text-sm text-soft">
          {difference.tenants.length > 0 && `in ${difference.tenants.join(", ")}`}
        </span>
        <span className="ml-auto">
          {drafted !== undefined ? (
            <span className="text-sm font-semibold text-primary">in the draft</span>
          ) : (
            onTake !== undefined && (
              <button
                type="button"
                className="btn btn-xs"
                aria-label={`Add ${difference.what} to the draft`}
                onClick={onTake}
              >
                Add
              </button>
            )
          )}
        </span>
      </div>
      {touched !== null && touched !== undefined && <Touched touched={touched} />}
      {drafted !== undefined && draft !== undefined && difference.isDescriptionMissing && (
        <Description draft={draft} entry={drafted} what={difference.what} />
      )}
    </li>
  );
}

/** What names the permission, each with its way there. */
function Touched({ touched }: { touched: NonNullable<Difference["touched"]> }) {
  return (
    <p className="text-sm">
      {touchedWords(touched)}
      {touched.roles.length > 0 && (
        <>
          {" Roles: "}
          {touched.roles.map((role, place) => (
            <span key={role.id}>
              {place > 0 && ", "}
              <Link to="/roles/$id" params={{ id: role.id }} className="font-semibold hover:underline">
                {role.name}
              </Link>
            </span>
          ))}
          .
        </>
      )}
    </p>
  );
}

function Description({ draft, entry, what }: { draft: Draft; entry: Entry; what: string }) {
  const { set } = useDraft(draft.id);
  return (
    <div className="mt-1 max-w-xl">
      <KeptField
        label={`Describe “${what}”`}
        placeholder="What it amounts to, in a sentence"
        value={entry.fields.description ?? ""}
        problems={entry.findings.filter((finding) => finding.path === "description")}
        onKeep={(description) => set(entry, { description })}
      />
    </div>
  );
}
