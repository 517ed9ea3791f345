import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { toggled } from "../api/fields";
import { coverQuery, workQuery } from "../api/roleQueries";
import { useMay } from "../session/hooks";
import { Picker } from "../ui/picker";
import { Empty, Read } from "../ui/states";
import { useSubjectChoices } from "../ui/subjects";
import { count } from "../ui/words";
import { sensitivityWord } from "./roleWords";
import { SubjectName } from "./SubjectName";
import { excessWords, matching, permissionWords, withTask } from "./work";

type AppWork = Schemas["AppWork"];
type Cover = Schemas["CoverView"];

/** From the work that people must do to the role, or the sets, that let them. */
export function WorkPage() {
  const work = useQuery(workQuery);
  const navigate = useNavigate();
  const { need, who } = useSearch({ from: "/roles/work" });
  const chosen = need ?? [];
  const choose = (next: string[]) => void navigate({ to: "/roles/work", search: { need: next, who }, replace: true });
  const setWho = (next: string | undefined) =>
    void navigate({ to: "/roles/work", search: { need, who: next }, replace: true });
  return (
    <>
      <section
        aria-label="Choose the work"
        className="flex w-[340px] shrink-0 flex-col border-r border-base-300 bg-base-100"
      >
        <Read of={work} what="the work">
          {(apps) => <Chooser apps={apps} chosen={chosen} onChoose={choose} />}
        </Read>
      </section>
      <section aria-label="What gives it" className="min-w-0 flex-1 overflow-auto px-5 py-4">
        <h1>From the work to the role</h1>
        <ForWhom who={who} onChoose={setWho} />
        {chosen.length === 0 ? (
          <p className="max-w-prose text-soft">
            Choose what people must be able to do. Wexa shows which roles allow it, what else those grant, and which
            permission sets are enough for a new role.
          </p>
        ) : (
          <Covered chosen={chosen} who={who} onClear={() => choose([])} />
        )}
      </section>
    </>
  );
}

function Chooser({
  apps,
  chosen,
  onChoose,
}: {
  apps: readonly AppWork[];
  chosen: readonly string[];
  onChoose: (next: string[]) => void;
}) {
  const [text, setText] = useState("");
  const shown = matching(apps, text);
  return (
    <>
      <div className="border-b border-base-300 px-3.5 py-3">
        <h2>What must people do?</h2>
        <input
          aria-label="Find a task or a permission"
          className="input mt-1.5 h-9 w-full"
          placeholder="Tasks and permissions"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </div>
      <div className="min-h-0 flex-1 overflow-auto px-3.5 py-2">
        {shown.length === 0 && <Empty title="No results." />}
        {shown.map((app) => (
          <fieldset key={app.id} className="mb-3">
            <legend className="text-xs font-semibold text-soft">{app.name}</legend>
            {app.tasks.map((task) => {
              const held = task.needs.filter((one) => chosen.includes(one)).length;
              return (
                <Choice
                  key={task.key}
                  words={task.name}
                  note={count(task.needs.length, "permission")}
                  isChosen={held === task.needs.length}
                  onToggle={() => onChoose(withTask(chosen, task.needs))}
                />
              );
            })}
            <details open={text.trim() !== "" || undefined} className="mt-0.5">
              <summary className="cursor-pointer text-sm text-soft">Single permissions</summary>
              {app.types.flatMap((type) =>
                type.actions.map((action) => (
                  <Choice
                    key={action.permission}
                    words={`${type.name}: ${action.label}`}
                    note={action.sensitivity === "NORMAL" ? "" : sensitivityWord(action.sensitivity)}
                    title={action.description}
                    isChosen={chosen.includes(action.permission)}
                    onToggle={() => onChoose(toggled(chosen, action.permission))}
                  />
                )),
              )}
            </details>
          </fieldset>
        ))}
      </div>
    </>
  );
}

function Choice({
  words,
  note,
  title,
  isChosen,
  onToggle,
}: {
  words: string;
  note: string;
  title?: string;
  isChosen: boolean;
  onToggle: () => void;
}) {
  return (
    <label className="row-hover -mx-1.5 flex min-h-8 cursor-pointer items-center gap-2 rounded px-1.5" title={title}>
      <input type="checkbox" className="checkbox checkbox-sm" checked={isChosen} onChange={onToggle} />
      <span className="min-w-0 flex-1">{words}</span>
      <span className="text-xs text-soft">{note}</span>
    </label>
  );
}

/** A person or a group that is to be given what it lacks of the work. */
function ForWhom({ who, onChoose }: { who: string | undefined; onChoose: (who: string | undefined) => void }) {
  const [typed, setTyped] = useState("");
  const choices = useSubjectChoices(typed);
  return who === undefined ? (
    <div className="mt-1 mb-2 w-80">
      <Picker
        label="Show what a person or group is missing"
        placeholder="Find a person or a group"
        choices={choices}
        onType={setTyped}
        onPick={onChoose}
      />
    </div>
  ) : (
    <p className="mt-1 mb-2">
      What{" "}
      <b className="font-semibold">
        <SubjectName subject={who} />
      </b>{" "}
      is missing.{" "}
      <button type="button" className="btn btn-xs" onClick={() => onChoose(undefined)}>
        Clear
      </button>
    </p>
  );
}

function Covered({
  chosen,
  who,
  onClear,
}: {
  chosen: readonly string[];
  who: string | undefined;
  onClear: () => void;
}) {
  const cover = useQuery(coverQuery(chosen, who));
  return (
    <Read of={cover} what="what gives it">
      {(data) => (
        <div aria-live="polite" aria-busy={cover.isPlaceholderData}>
          <p className="text-soft">
            {permissionWords(data.needed)}{" "}
            <button type="button" className="link" onClick={onClear}>
              Clear
            </button>
          </p>
          {data.held.length > 0 && (
            <ul className="mt-1 text-sm text-soft">
              {data.held.map((one) => (
                <li key={one.permission.permission}>
                  <span className="font-bold text-success" aria-hidden>
                    ✓
                  </span>{" "}
                  Holds {permissionWords([one.permission])} at {one.places.join("; ")}
                </li>
              ))}
            </ul>
          )}
          {data.seats.length > 0 && (
            <p className="mt-1 text-soft">
              Needs{" "}
              {data.seats
                .map((one) => (one.seat ? `a ${one.seat} seat in ${one.app}` : `no seat in ${one.app}`))
                .join(", ")}
              .
            </p>
          )}
          {data.needed.length === 0 ? (
            <p className="mt-3 font-semibold">Nothing is missing: all of it is held at the places above.</p>
          ) : data.roles.some((role) => role.lacks.length === 0) ? (
            <>
              <Roles cover={data} who={who} />
              <Sets cover={data} who={who} />
            </>
          ) : (
            <>
              <Sets cover={data} who={who} />
              <Roles cover={data} who={who} />
            </>
          )}
        </div>
      )}
    </Read>
  );
}

/** So many roles are shown that give only part of it. */
const PARTLY = 3;

function Roles({ cover, who }: { cover: Cover; who: string | undefined }) {
  const mayPrepare = useMay("PREPARE");
  const whole = cover.roles.filter((role) => role.lacks.length === 0);
  const partly = cover.roles.filter((role) => role.lacks.length > 0);
  const shown = [...whole, ...partly.slice(0, PARTLY)];
  return (
    <>
      <h2 className="mt-5">Existing roles</h2>
      <ul className="card-plain mt-1.5 max-w-4xl divide-y divide-[var(--line)]">
        {cover.roles.length === 0 && (
          <li>
            <Empty title="No role grants any of it." />
          </li>
        )}
        {shown.map((role) => (
          <li key={role.id} className="flex items-start gap-3 px-3 py-2">
            <span aria-hidden className={`w-4 font-bold ${role.lacks.length === 0 ? "text-success" : "text-soft"}`}>
              {role.lacks.length === 0 ? "✓" : "–"}
            </span>
            <div className="min-w-0 flex-1">
              <Link to="/roles/$id" params={{ id: role.id }} className="font-semibold hover:underline">
                {role.name}
              </Link>{" "}
              <span className="text-soft">{role.description}</span>
              <p className="text-sm">
                {role.lacks.length === 0 ? (
                  <>Grants all of it, and {excessWords(role.excess)}</>
                ) : (
                  <>
                    <b className="font-semibold">Lacks</b> {permissionWords(role.lacks)}
                  </>
                )}
                {role.excess.length > 0 && (
                  <span className="block text-soft">
                    {role.lacks.length === 0 ? "" : `${excessWords(role.excess)}. `}Also: {permissionWords(role.excess)}
                  </span>
                )}
                {role.conflicts.map((name) => (
                  <span key={name} className="block font-semibold text-error">
                    ▲ In conflict with itself: {name}
                  </span>
                ))}
              </p>
            </div>
            <span className="shrink-0 text-sm text-soft">{count(role.assignments, "assignment")}</span>
            {mayPrepare && (
              <Link
                to="/roles/give"
                search={{ role: role.id, ...(who === undefined ? {} : { to: [who] }) }}
                className="btn btn-xs"
                aria-label={`Give ${role.name}`}
              >
                Give
              </Link>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

function Sets({ cover, who }: { cover: Cover; who: string | undefined }) {
  const mayPrepare = useMay("PREPARE");
  const [leavesOut, setLeavesOut] = useState(true);
  const { sets } = cover;
  const exclusions = leavesOut ? sets.excess.map((one) => one.permission) : [];
  return (
    <>
      <h2 className="mt-5">Permission sets for a new role</h2>
      <div className="card-plain mt-1.5 max-w-4xl px-4 py-3">
        {sets.sets.length === 0 ? (
          <p>No permission set grants any of it.</p>
        ) : (
          <p>
            <b className="font-semibold">{sets.sets.map((set) => set.name).join(" + ")}</b>
          </p>
        )}
        <p className="mt-1 text-sm text-soft">
          {sets.isBest
            ? `No other combination grants less: ${excessWords(sets.excess)}.`
            : `The best combination found: ${excessWords(sets.excess)}. Another could lower its weight of ${sets.weight} by ${sets.gap} at most.`}
          {sets.excess.length > 0 && ` Also: ${permissionWords(sets.excess)}.`}
        </p>
        {sets.missing.length > 0 && (
          <p className="mt-1 font-semibold text-error">▲ In no permission set: {permissionWords(sets.missing)}</p>
        )}
        {sets.conflicts.map((name) => (
          <p key={name} className="mt-1 font-semibold text-error">
            ▲ A role of these would be in conflict with itself: {name}
          </p>
        ))}
        {sets.excess.length > 0 && (
          <label className="mt-2 flex min-h-7 cursor-pointer items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={leavesOut}
              onChange={(event) => setLeavesOut(event.target.checked)}
            />
            Exclude what is not needed
          </label>
        )}
        {mayPrepare && sets.sets.length > 0 && (
          <Link
            to="/roles/new"
            search={{ draft: undefined, sets: sets.sets.map((set) => set.key), exclusions, who }}
            className="btn btn-primary btn-sm mt-3"
          >
            Create a role from {sets.sets.length === 1 ? "it" : "these"}
          </Link>
        )}
      </div>
    </>
  );
}
