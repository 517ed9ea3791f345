import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useId, useState } from "react";
import { catalogueQuery } from "../api/queries";
import { keyOf } from "../setup/steps";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { userNameRule } from "../ui/words";
import { useAddManual } from "./manualMutations";
import { NO_WORK, WorkFields, workInput } from "./WorkForm";

const RULES = ["MAIL", "STAFF_NUMBER", "HANDLE"] as const;

/** What stands in a field of several lines, one thing each. */
function linesOf(text: string): string[] {
  return text
    .split("\n")
    .map((line) => line.trim())
    .filter((line) => line !== "");
}

/** `Desk 12`: a kind of seat and how many there are. */
function seatsOf(text: string): { name: string; size: number }[] {
  return linesOf(text).map((line) => {
    const found = /^(.*?)\s+(\d+)$/.exec(line);
    return found === null ? { name: line, size: 0 } : { name: found[1] ?? line, size: Number(found[2]) };
  });
}

/** Adding a tenant that has no interface: nobody can ask it what it is, so that it is said here. */
export function ManualPage() {
  const ruleId = useId();
  const apps = useQuery(catalogueQuery).data?.tenants ?? [];
  const [appName, setAppName] = useState("");
  const [name, setName] = useState("");
  const [typedKey, setKey] = useState<string>();
  const [environment, setEnvironment] = useState<"LIVE" | "TRAINING">("LIVE");
  const [userNames, setUserNames] = useState<(typeof RULES)[number]>("MAIL");
  const [looks, setLooks] = useState("");
  const [works, setWorks] = useState("");
  const [decisions, setDecisions] = useState("");
  const [seats, setSeats] = useState("");
  const [work, setWork] = useState(NO_WORK);
  const add = useAddManual();
  const app = keyOf(appName);
  const isKnown = apps.some((one) => one.path.split("/")[0] === app);
  const wrong = (field: string) => problemOf(add.error, field);
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Add a tenant without an interface">
      <h1>Add a tenant without an interface</h1>
      <p className="max-w-3xl text-soft">
        What is to be done there becomes tasks for somebody, and its accounts are read from lists that you upload.
        Previews, conflicts, seats and evidence work as for any other tenant.
      </p>
      <form
        className="mt-1 grid max-w-5xl gap-x-8 min-[1100px]:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate({
            app,
            appName,
            key: typedKey ?? keyOf(name),
            name,
            environment,
            userNames,
            looks: linesOf(looks),
            works: linesOf(works),
            decisions: linesOf(decisions),
            seats: seatsOf(seats),
            work: workInput(work),
          });
        }}
      >
        <div>
          <PlainField
            label="Application"
            hint={isKnown ? "Known here: it is another tenant of it." : "As people call it."}
            autoFocus
            value={appName}
            problem={wrong("appName") ?? wrong("app")}
            onChange={setAppName}
          />
          <div className="grid grid-cols-2 gap-x-4">
            <PlainField
              label="Name of the tenant"
              hint="Such as North, or All sites."
              value={name}
              problem={wrong("name")}
              onChange={setName}
            />
            <PlainField
              label="Short name"
              hint={`In sentences: ${app || "…"}/${(typedKey ?? keyOf(name)) || "…"}`}
              value={typedKey ?? keyOf(name)}
              problem={wrong("key")}
              onChange={setKey}
            />
          </div>
          <div className="mt-3">
            <label htmlFor={ruleId} className="block text-xs font-semibold text-soft">
              People sign in by
            </label>
            <select
              id={ruleId}
              className="select mt-0.5 w-full"
              value={userNames}
              onChange={(event) => setUserNames(RULES.find((rule) => rule === event.target.value) ?? "MAIL")}
            >
              {RULES.map((rule) => (
                <option key={rule} value={rule}>
                  {userNameRule(rule)}
                </option>
              ))}
            </select>
          </div>
          <fieldset className="mt-3 flex flex-wrap gap-x-5">
            <legend className="sr-only">What it is for</legend>
            {(
              [
                ["LIVE", "Real work is done in it"],
                ["TRAINING", "It is there to learn on"],
              ] as const
            ).map(([value, words]) => (
              <label key={value} className="flex min-h-7 cursor-pointer items-center gap-2">
                <input
                  type="radio"
                  className="radio radio-sm"
                  checked={environment === value}
                  onChange={() => setEnvironment(value)}
                />
                {words}
              </label>
            ))}
          </fieldset>
          <WorkFields work={work} onChange={setWork} error={add.error} path="work." />
        </div>
        <div>
          {!isKnown && (
            <>
              <PlainField
                label="What people can look at, one per line"
                type="lines"
                isOptional
                value={looks}
                problem={wrong("looks")}
                onChange={setLooks}
              />
              <PlainField
                label="What people can do, one per line"
                type="lines"
                isOptional
                hint="Roles are composed of these. Such as: Book a boat"
                value={works}
                problem={wrong("works")}
                onChange={setWorks}
              />
              <PlainField
                label="What people can decide, one per line"
                type="lines"
                isOptional
                value={decisions}
                problem={wrong("decisions")}
                onChange={setDecisions}
              />
            </>
          )}
          <PlainField
            label="Seats and how many, one kind per line"
            type="lines"
            isOptional
            hint="Such as: Desk 12. Leave it open if nobody counts them."
            value={seats}
            problem={wrong("seats")}
            onChange={setSeats}
          />
        </div>
        <div className="min-[1100px]:col-span-2">
          <Told error={add.error} />
          <p className="mt-4 flex gap-2">
            <button type="submit" className="btn btn-primary btn-sm" disabled={add.isPending}>
              {add.isPending ? "Adding…" : "Add the tenant"}
            </button>
            <Link to="/tenants/connect" className="btn btn-sm">
              It has an interface
            </Link>
          </p>
        </div>
      </form>
    </section>
  );
}
