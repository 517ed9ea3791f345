import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { entry, newId, useAct } from "../api/drafts";
import { useExportConflicts } from "../api/exports";
import type { Schemas } from "../api/client";
import { conflictsQuery } from "../api/roleQueries";
import { EndButton } from "../changes/EndButton";
import { useMay, useSession } from "../session/hooks";
import { lastDay } from "../ui/dates";
import { DayInput } from "../ui/dayInput";
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
  const download = useExportConflicts();
  const { act, isPending, error } = useAct();
  const edits = draft?.entries.filter((one) => FORMS.includes(one.form)) ?? [];
  return (
    <Read of={conflicts} what="the conflict rules">
      {(data) => (
        <>
          <div className="flex items-start gap-2">
            <h1 className="flex-1">Conflict rules</h1>
            <button
              type="button"
              className="btn btn-sm"
              disabled={download.isPending}
              onClick={() => download.mutate()}
            >
              {download.isPending ? "Exporting…" : "Export with cover sheet"}
            </button>
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
            Combinations that no one person should hold. A draft that would cause a conflict says so.
          </p>
          <Told error={error} />
          {data.length === 0 && edits.length === 0 && (
            <Empty title="There are no conflict rules">Add one to keep two duties from meeting in one person.</Empty>
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
          <p className={`font-semibold ${rule.excepted < met ? "text-error" : ""}`}>
            {rule.excepted < met && "▲ "}
            {isDrafted && "With this draft "}
            {count(met, "person has", "people have")} both{!isDrafted && " now"}
            {rule.excepted > 0 && `, ${rule.excepted} of them by exception`}
          </p>
          <ul className="mt-1">
            {rule.met.map((one) => (
              <MetLine key={one.person} rule={rule} met={one} />
            ))}
          </ul>
          {rule.moreMet > 0 && <p className="text-soft">and {rule.moreMet} more</p>}
        </>
      )}
    </div>
  );
}

/** One person in conflict, who can be exempted for a while, or is already: until when, and with what control. */
function MetLine({ rule, met }: { rule: Conflict; met: Conflict["met"][number] }) {
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  const draft = useOpenDraft();
  const [isOpen, setOpen] = useState(false);
  const drafted = draft?.entries.some(
    (one) =>
      one.form === "conflict-exception.make" &&
      one.fields.person === met.person &&
      one.fields["conflict-rule"] === rule.id,
  );
  return (
    <li className="py-0.5">
      <div className="flex min-h-7 flex-wrap items-center gap-x-2">
        <Link to="/people/$id" params={{ id: met.person }} className="font-semibold hover:underline">
          {met.name}
        </Link>
        <span className="text-soft">{met.where}</span>
        <span className="ml-auto">
          {met.exception ? (
            <EndButton
              draft={`End the exception for ${met.name}`}
              entry={entry("conflict-exception.end", { "conflict-exception": met.exception.id })}
              label={`End the exception to ${rule.name} for ${met.name}`}
              words="End exception"
            />
          ) : drafted === true ? (
            <span className="text-sm font-semibold text-primary">exception in the draft</span>
          ) : (
            mayPrepare &&
            !isOpen && (
              <button
                type="button"
                className="btn btn-xs"
                aria-label={`Add an exception to ${rule.name} for ${met.name}`}
                onClick={() => setOpen(true)}
              >
                Add exception…
              </button>
            )
          )}
        </span>
      </div>
      <Ways rule={rule} met={met} />
      {met.exception && (
        <p className="text-sm text-soft">
          Exempt until {lastDay(met.exception.until, session.zone)}: {met.exception.reason} · Instead:{" "}
          {met.exception.control}
        </p>
      )}
      {isOpen && <ExceptionForm rule={rule} met={met} onDone={() => setOpen(false)} />}
    </li>
  );
}

function ExceptionForm({ rule, met, onDone }: { rule: Conflict; met: Conflict["met"][number]; onDone: () => void }) {
  const { act, isPending, error } = useAct();
  const [until, setUntil] = useState("");
  const [because, setBecause] = useState("");
  const [control, setControl] = useState("");
  const isWhole = until !== "" && because.trim() !== "" && control.trim() !== "";
  return (
    <form
      className="mt-1 mb-2 flex flex-wrap items-end gap-3 border-t border-line pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        act(
          `Exempt ${met.name} from ${rule.name}`,
          entry("conflict-exception.make", {
            id: newId(),
            person: met.person,
            "conflict-rule": rule.id,
            until,
            because: because.trim(),
            control: control.trim(),
          }),
        );
        onDone();
      }}
    >
      <div className="w-40">
        <label htmlFor={`until-${met.person}`} className="block text-xs font-semibold text-soft">
          Last day, at most a year away
        </label>
        <DayInput id={`until-${met.person}`} label="Last day" value={until} onKeep={setUntil} />
      </div>
      <Line label="Reason" value={because} onChange={setBecause} />
      <Line label="Compensating control" value={control} onChange={setControl} />
      <button type="submit" className="btn btn-primary btn-sm" disabled={!isWhole || isPending}>
        Add to the draft
      </button>
      <button type="button" className="btn btn-ghost btn-sm" onClick={onDone}>
        Cancel
      </button>
      <p className="w-full text-sm text-soft">
        Another administrator has to approve it. The control is what keeps the risk low in the meantime, such as who
        checks what, and when.
      </p>
      <Told error={error} />
    </form>
  );
}

function Line({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  return (
    <label className="min-w-56 flex-1 text-xs font-semibold text-soft">
      {label}
      <input
        className="input mt-0.5 h-8 w-full font-normal text-base-content"
        maxLength={500}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}

function Side({ words }: { words: readonly string[] }) {
  return <span className="rounded border border-base-content px-2 py-0.5 font-semibold">{words.join(" or ")}</span>;
}

/** By which ways the person has each side, and what would end it. */
function Ways({ rule, met }: { rule: Conflict; met: Conflict["met"][number] }) {
  const sides = [
    { name: rule.one.join(", "), ways: met.one },
    { name: rule.other.join(", "), ways: met.other },
  ];
  return (
    <dl className="mt-0.5 grid grid-cols-[auto_1fr] gap-x-3 text-sm">
      {sides.map(
        (side) =>
          side.ways.length > 0 && (
            <div key={side.name} className="contents">
              <dt className="pt-1 text-soft">{side.name}</dt>
              <dd>
                {side.ways.map((way) => (
                  <div key={way.words} className="flex min-h-8 flex-wrap items-center gap-x-2">
                    {way.words}
                    {way.form && way.act ? (
                      <EndButton
                        draft={`Settle the conflict of ${met.name}`}
                        entry={entry(way.form, way.fields)}
                        label={`${way.act}: ${met.name}, ${way.words}`}
                        words={way.act}
                      />
                    ) : (
                      <span className="text-soft">{way.elsewhere}</span>
                    )}
                  </div>
                ))}
              </dd>
            </div>
          ),
      )}
    </dl>
  );
}
