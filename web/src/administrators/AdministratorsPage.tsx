import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Schemas } from "../api/client";
import { administratorsQuery, unitsQuery } from "../api/queries";
import { tenantsQuery } from "../api/tenantQueries";
import { useMay, useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { EndTwice } from "../ui/endTwice";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { NewMark } from "../ui/new";

import { Reach } from "./Reach";
import { SecondPerson } from "./SecondPerson";
import { WayIn } from "./WayIn";
import { reachWords } from "./reachWords";
import { useAllow, useEndAdministrator, useMakeAdministrator } from "./mutations";

type Known = Schemas["AdministratorView"];
type Act = Known["acts"][number];

const ACTS: { act: Act; name: string; about: string }[] = [
  { act: "HELP", name: "help", about: "send people again how to sign in, and read tenants; grants nothing" },
  { act: "PREPARE", name: "prepare", about: "write drafts" },
  { act: "APPLY", name: "apply", about: "carry drafts to tenants, and look after jobs" },
  { act: "APPROVE", name: "approve", about: "be the second person" },
  { act: "GOVERN", name: "manage administrators", about: "say who may do what here" },
];

/** Who works here, and what each may do. */
export function AdministratorsPage() {
  const administrators = useQuery(administratorsQuery);
  const mayGovern = useMay("GOVERN");
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Administrators">
      <h1>Administrators</h1>
      <p className="text-soft">
        Everybody here may look. Nobody changes their own rights, and somebody who manages administrators always
        remains.
      </p>
      <Read of={administrators} what="administrators">
        {(data) => <List known={data} />}
      </Read>
      <SecondPerson />
      {mayGovern && (
        <div className="mt-6 max-w-md">
          <Make />
        </div>
      )}
    </section>
  );
}

function List({ known }: { known: Known[] }) {
  const session = useSession();
  const here = known.filter((one) => !one.endedAt);
  const gone = known.filter((one) => one.endedAt);
  const governors = here.filter((one) => one.acts.includes("GOVERN"));
  return (
    <>
      {governors.length === 1 && (
        <p className="mt-3 font-semibold">
          ▲ Only {governors[0]?.name} manages administrators. If they cannot sign in, nobody can help: let a second
          person do so.
        </p>
      )}
      <table className="card-plain mt-3 w-full max-w-6xl">
        <thead>
          <tr className="text-left text-xs text-soft">
            <th className="px-3 py-1.5 font-semibold">Name</th>
            <th className="px-2 font-semibold">Login</th>
            {ACTS.map((one) => (
              <th key={one.act} className="px-2 font-semibold" title={one.about}>
                May {one.name}
              </th>
            ))}
            <th className="px-2 font-semibold">Where</th>
            <th>
              <span className="sr-only">Acts</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {here.map((one) => (
            <Line key={one.id} known={one} />
          ))}
        </tbody>
      </table>
      {gone.length > 0 && (
        <p className="mt-2 text-sm text-soft">
          Ended:{" "}
          {gone
            .map((one) => `${one.name} (${one.login}, ${one.endedAt ? moment(one.endedAt, session.zone) : ""})`)
            .join(", ")}
        </p>
      )}
    </>
  );
}

function Line({ known }: { known: Known }) {
  const session = useSession();
  const mayGovern = useMay("GOVERN");
  const [isOpen, setOpen] = useState(false);
  const tenants = useQuery(tenantsQuery).data ?? [];
  const units = useQuery(unitsQuery).data ?? [];
  const allow = useAllow(known.id);
  const end = useEndAdministrator(known.id);
  const isSelf = known.login === session.login;
  const error = allow.error ?? end.error;
  return (
    <>
      <tr className="h-9 border-t border-line">
        <td className="px-3 font-semibold">
          <NewMark isNew={known.isNew} />
          {known.name}
          {isSelf && <span className="font-normal text-soft"> (you)</span>}
        </td>
        <td className="px-2 font-mono text-sm">{known.login}</td>
        {ACTS.map((one) => (
          <td key={one.act} className="px-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              aria-label={`${known.name} may ${one.name}`}
              checked={known.acts.includes(one.act)}
              disabled={!mayGovern || isSelf || allow.isPending}
              onChange={() =>
                allow.mutate(
                  known.acts.includes(one.act) ? known.acts.filter((act) => act !== one.act) : [...known.acts, one.act],
                )
              }
            />
          </td>
        ))}
        <td className="px-2 text-sm">
          {reachWords(known, tenants, units)}
          {mayGovern && !isSelf && (
            <button
              type="button"
              className="btn btn-xs ml-2"
              aria-expanded={isOpen}
              aria-label={`Where ${known.name} may, who they are, and their way in`}
              onClick={() => setOpen(!isOpen)}
            >
              {isOpen ? "Close" : "Change"}
            </button>
          )}
        </td>
        <td className="px-2 text-right whitespace-nowrap">
          {mayGovern && !isSelf && <EndTwice name={known.name} onEnd={() => end.mutate()} />}
        </td>
      </tr>
      {isOpen && (
        <tr>
          <td colSpan={8} className="bg-band px-3 py-2">
            <Reach known={known} tenants={tenants} units={units} onDone={() => setOpen(false)} />
            <WayIn known={known} />
          </td>
        </tr>
      )}
      {error !== null && (
        <tr>
          <td colSpan={8} role="alert" className="px-3 pb-1.5 text-sm font-semibold text-error">
            {error.message}
          </td>
        </tr>
      )}
    </>
  );
}

const NOBODY = { login: "", name: "", password: "" };

function Make() {
  const [typed, setTyped] = useState(NOBODY);
  const [acts, setActs] = useState<Act[]>(["PREPARE"]);
  const make = useMakeAdministrator();
  const field = (name: keyof typeof NOBODY) => ({
    value: typed[name],
    problem: problemOf(make.error, name),
    onChange: (value: string) => setTyped({ ...typed, [name]: value }),
  });
  return (
    <form
      className="card-plain p-4"
      onSubmit={(event) => {
        event.preventDefault();
        make.mutate(
          { ...typed, acts },
          {
            onSuccess: () => {
              setTyped(NOBODY);
              setActs(["PREPARE"]);
            },
          },
        );
      }}
    >
      <h2>Another administrator</h2>
      <PlainField label="Name" autoComplete="off" {...field("name")} />
      <PlainField
        label="Login"
        hint="Lower-case letters, digits, dots and hyphens."
        autoComplete="off"
        {...field("login")}
      />
      <PlainField
        label="First password"
        type="password"
        hint="12 characters or more. Hand it over; they choose their own when they sign in."
        autoComplete="new-password"
        {...field("password")}
      />
      <fieldset className="mt-3 flex flex-wrap gap-x-4 gap-y-1">
        <legend className="text-xs font-semibold text-soft">May</legend>
        {ACTS.map((one) => (
          <label key={one.act} className="flex min-h-7 cursor-pointer items-center gap-2" title={one.about}>
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={acts.includes(one.act)}
              onChange={() =>
                setActs(acts.includes(one.act) ? acts.filter((act) => act !== one.act) : [...acts, one.act])
              }
            />
            {one.name}
          </label>
        ))}
      </fieldset>
      <Told error={make.error} />
      <button type="submit" className="btn btn-primary btn-sm mt-4" disabled={make.isPending}>
        Make administrator
      </button>
    </form>
  );
}
