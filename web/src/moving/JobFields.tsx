import { useQuery } from "@tanstack/react-query";
import { useId } from "react";
import type { Schemas } from "../api/client";
import { catalogueQuery } from "../api/queries";
import { Choose } from "../ui/choose";
import { DayInput } from "../ui/dayInput";
import { PersonPicker } from "../ui/personPicker";
import { PlainField, problemOf } from "../ui/plainField";
import { kindOf, KINDS } from "./words";

/** A job as it is typed. */
export type Job = Pick<Schemas["ReturnInput"], "kind" | "unit" | "job" | "manager" | "number">;

/**
 * The new job: what, where, as what, led by whom, from when. The staff number is asked for where `number` says what it was so
 * far.
 */
export function JobFields({
  typed,
  onChange,
  number,
  managerName,
  date,
  onDate,
  error,
}: {
  typed: Job;
  onChange: (change: Partial<Job>) => void;
  number: string | undefined;
  managerName: string | undefined;
  date: string;
  onDate: (date: string) => void;
  error: Error | null;
}) {
  const jobsId = useId();
  const choices = useQuery(catalogueQuery).data;
  return (
    <>
      <div className="mt-2">
        <label htmlFor={jobsId} className="block text-xs font-semibold text-soft">
          Job
        </label>
        <input
          id={jobsId}
          list={`${jobsId}-jobs`}
          className="input mt-0.5 h-8 w-full"
          value={typed.job}
          onChange={(event) => onChange({ job: event.target.value })}
        />
        <datalist id={`${jobsId}-jobs`}>
          {choices?.jobs.map((job) => (
            <option key={job} value={job} />
          ))}
        </datalist>
      </div>
      <Choose className="mt-3" label="Unit" value={typed.unit} onChange={(unit) => onChange({ unit })}>
        {typed.unit === "" && <option value="" />}
        {choices?.units.map((unit) => (
          <option key={unit.id} value={unit.id}>
            {unit.name}
          </option>
        ))}
      </Choose>
      <Choose
        className="mt-3"
        label="Engaged as"
        value={typed.kind}
        onChange={(value) => onChange({ kind: kindOf(value) })}
      >
        {KINDS.map(([kind, words]) => (
          <option key={kind} value={kind}>
            {words}
          </option>
        ))}
      </Choose>
      {number !== undefined && (
        <PlainField
          label="Staff number"
          isOptional
          hint={number === "" ? "None so far." : `So far ${number}.`}
          value={typed.number ?? ""}
          problem={problemOf(error, "number")}
          onChange={(value) => onChange({ number: value })}
        />
      )}
      <div className="mt-3">
        <span className="block text-xs font-semibold text-soft">Manager</span>
        {managerName && <b className="block font-semibold">{managerName}</b>}
        <PersonPicker
          label="Manager in the new job"
          placeholder={managerName ? "Somebody else" : "Name"}
          onPick={(person) => onChange({ manager: person.id })}
        />
      </div>
      <div className="mt-3">
        <span className="block text-xs font-semibold text-soft">From</span>
        <DayInput label="From" value={date} onKeep={onDate} className="mt-0.5 h-8 w-full" />
      </div>
    </>
  );
}
