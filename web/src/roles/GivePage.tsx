import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { rolePlacesQuery, rolesQuery } from "../api/roleQueries";
import { useMay } from "../session/hooks";
import { useSubjectChoices } from "../ui/subjects";
import { PlainDay } from "../ui/plainDay";
import { Picker } from "../ui/picker";
import { PlainField, Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { entriesOfGiving, isCovered, reach, toggledPlace, type Place } from "./giving";
import { PlaceTree } from "./PlaceTree";
import { sensitivityWord } from "./roleWords";
import { SubjectName } from "./SubjectName";
import { useRole } from "./useComposing";

type Row = Schemas["RoleRow"];

interface Terms {
  from: string;
  until: string;
  because: string;
}

const OPEN: Terms = { from: "", until: "", because: "" };

/** Giving a role: which one, to whom, where and for how long. The role and those who get it can stand in the address. */
export function GivePage() {
  const { role, to } = useSearch({ from: "/roles/give" });
  const navigate = useNavigate();
  const roles = useQuery(rolesQuery);
  const mayPrepare = useMay("PREPARE");
  const set = (next: { role?: string | undefined; to?: string[] | undefined }) =>
    void navigate({ to: "/roles/give", search: (before) => ({ ...before, role, to, ...next }), replace: true });
  if (!mayPrepare) {
    return (
      <Empty title="You may look, but not prepare changes.">Somebody who manages administrators can allow it.</Empty>
    );
  }
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Give a role">
      <h1>Give a role</h1>
      <Read of={roles} what="roles">
        {(all) => {
          const chosen = all.find((one) => one.id === role);
          return (
            <div className="mt-3 grid max-w-6xl items-start gap-5 min-[1100px]:grid-cols-[1fr_1.1fr]">
              <div className="space-y-5">
                <Which roles={all} chosen={chosen} onChoose={(id) => set({ role: id })} />
                <ToWhom subjects={to ?? []} onChange={(next) => set({ to: next })} />
              </div>
              {chosen === undefined ? (
                <Empty title="Choose the role first.">Where it can be given depends on what it is made of.</Empty>
              ) : (
                <Where key={chosen.id} role={chosen} subjects={to ?? []} />
              )}
            </div>
          );
        }}
      </Read>
    </section>
  );
}

function Which({
  roles,
  chosen,
  onChoose,
}: {
  roles: readonly Row[];
  chosen: Row | undefined;
  onChoose: (id: string | undefined) => void;
}) {
  return (
    <section aria-labelledby="which-role">
      <h2 id="which-role">Role</h2>
      {chosen === undefined ? (
        <div className="mt-1">
          <Picker
            label="Role"
            hideLabel
            placeholder="Find a role"
            choices={roles
              .filter((one) => one.stage === "OPEN")
              .map((one) => ({ id: one.id, name: one.name, note: one.description, source: one.apps.join(", ") }))}
            onPick={onChoose}
          />
        </div>
      ) : (
        <div className="card-plain mt-1 flex items-start gap-3 px-3 py-2">
          <div className="min-w-0 flex-1">
            <Link to="/roles/$id" params={{ id: chosen.id }} className="font-semibold hover:underline">
              {chosen.name}
            </Link>
            <p className="text-soft">
              {chosen.description}
              {chosen.sensitivity !== "NORMAL" && ` · ${sensitivityWord(chosen.sensitivity)}`}
            </p>
            <Does id={chosen.id} />
          </div>
          <button type="button" className="btn btn-xs" onClick={() => onChoose(undefined)}>
            Change
          </button>
        </div>
      )}
    </section>
  );
}

function Does({ id }: { id: string }) {
  const role = useRole(id);
  return <p className="mt-1 text-sm">{role.data?.does.join("; ")}</p>;
}

function ToWhom({ subjects, onChange }: { subjects: readonly string[]; onChange: (next: string[]) => void }) {
  const [typed, setTyped] = useState("");
  const choices = useSubjectChoices(typed).filter((choice) => !subjects.includes(choice.id));
  return (
    <section aria-labelledby="to-whom">
      <h2 id="to-whom">For whom</h2>
      <ul className="mt-1 space-y-1">
        {subjects.map((subject) => (
          <li key={subject} className="card-plain flex min-h-8 items-center gap-2 px-3">
            <span className="min-w-0 flex-1 truncate font-semibold">
              <SubjectName subject={subject} />
            </span>
            <button
              type="button"
              className="btn btn-xs"
              onClick={() => onChange(subjects.filter((one) => one !== subject))}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-1.5">
        <Picker
          label="Add a person or a group"
          hideLabel
          placeholder="Add people and groups"
          choices={choices}
          onType={setTyped}
          onPick={(id) => onChange([...subjects, id])}
        />
      </div>
    </section>
  );
}

function Where({ role, subjects }: { role: Row; subjects: readonly string[] }) {
  const places = useQuery(rolePlacesQuery(role.id));
  const { act, isPending, error } = useAct();
  const [chosen, setChosen] = useState<readonly Place[]>([]);
  const [terms, setTerms] = useState(OPEN);
  // what was put into the draft stays chosen, and is not put in twice
  const [given, setGiven] = useState<{ key: string; count: number }>();
  return (
    <Read of={places} what="where it can be given">
      {(tenants) => {
        const useful = chosen.filter((place) => {
          const tenant = tenants.find((one) => one.id === place.tenant);
          return tenant === undefined || !isCovered(chosen, place, tenant);
        });
        const entries = subjects.length * useful.length;
        const key = JSON.stringify([subjects, useful, terms]);
        const isGiven = given?.key === key && error === null;
        return (
          <section aria-labelledby="where">
            <h2 id="where">Where</h2>
            <div className="mt-1 space-y-2">
              {tenants.length === 0 && <Empty title="It grants nothing in any tenant." />}
              {tenants.map((tenant) => (
                <PlaceTree
                  key={tenant.id}
                  tenant={tenant}
                  chosen={chosen}
                  onToggle={(place) => setChosen(toggledPlace(chosen, place))}
                />
              ))}
            </div>
            <h2 className="mt-5">Dates</h2>
            <div className="mt-1 grid grid-cols-2 gap-3">
              <PlainDay
                label="First day"
                hint="Empty: as soon as it is applied"
                value={terms.from}
                onKeep={(from) => setTerms({ ...terms, from })}
              />
              <PlainDay
                label="Last day"
                hint="Empty: until somebody ends it"
                value={terms.until}
                onKeep={(until) => setTerms({ ...terms, until })}
              />
            </div>
            <PlainField
              label="Reason"
              isOptional
              value={terms.because}
              onChange={(because) => setTerms({ ...terms, because })}
            />
            <p aria-live="polite" className="mt-4">
              {entries === 0 ? (
                <span className="text-soft">
                  {subjects.length === 0 ? "Add a person or a group." : "Choose at least one area."}
                </span>
              ) : (
                <>
                  <b>{count(entries, "assignment")}</b>: {count(subjects.length, "person or group", "people or groups")}{" "}
                  at {count(useful.length, "place")}
                  {reached(useful, tenants) > 0 && `, reaching ${count(reached(useful, tenants), "area")}`}.
                  {useful.length < chosen.length && " Areas inside another chosen one are not given twice."}
                </>
              )}
            </p>
            <Told error={error} />
            <p className="mt-2 flex items-center gap-3">
              <button
                type="button"
                className="btn btn-primary btn-sm"
                disabled={entries === 0 || isPending || isGiven}
                onClick={() => {
                  act(`Give ${role.name}`, ...entriesOfGiving(role.id, subjects, useful, terms));
                  setGiven({ key, count: entries });
                }}
              >
                Add to the draft
              </button>
              {isGiven && !isPending && (
                <span role="status" className="text-success">
                  ✓ {count(given.count, "assignment")} in the draft. Review it below.
                </span>
              )}
            </p>
          </section>
        );
      }}
    </Read>
  );
}

function reached(places: readonly Place[], tenants: readonly Schemas["PlaceTenant"][]): number {
  return places.reduce((sum, place) => {
    const tenant = tenants.find((one) => one.id === place.tenant);
    return sum + (tenant === undefined ? 0 : reach(place, tenant));
  }, 0);
}
