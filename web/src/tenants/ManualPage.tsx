import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { Problem } from "../api/client";
import { catalogueQuery } from "../api/queries";
import { keyOf } from "../setup/steps";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { useAddManual } from "./manualMutations";
import { EnvironmentChoice, UserNameChoice, type Environment, type UserNameRule } from "./naming";
import { NO_WORK, WorkFields, workInput } from "./WorkForm";

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
  const apps = useQuery(catalogueQuery).data?.tenants ?? [];
  const [appName, setAppName] = useState("");
  const [name, setName] = useState("");
  const [typedKey, setKey] = useState<string>();
  const [environment, setEnvironment] = useState<Environment>("LIVE");
  const [userNames, setUserNames] = useState<UserNameRule>("MAIL");
  const [looks, setLooks] = useState("");
  const [works, setWorks] = useState("");
  const [decisions, setDecisions] = useState("");
  const [seats, setSeats] = useState("");
  const [work, setWork] = useState(NO_WORK);
  const add = useAddManual();
  const app = keyOf(appName);
  const isKnown = apps.some((one) => one.path.split("/")[0] === app);
  // a line that is wrong is named by its place in the list
  const wrong = (field: string) =>
    problemOf(add.error, field) ??
    (add.error instanceof Problem
      ? add.error.fields.find((one) => one.field.startsWith(`${field}[`))?.text
      : undefined);
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
            hint={isKnown ? "Known here: this adds another tenant of it." : "The name people use for it."}
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
          <UserNameChoice value={userNames} onChange={setUserNames} />
          <EnvironmentChoice value={environment} onChange={setEnvironment} />
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
                hint="For example, Book a boat. Roles are composed of these."
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
            label="Seats, one kind per line with its number"
            type="lines"
            isOptional
            hint="For example: Desk 12. Leave empty if seats are not counted."
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
