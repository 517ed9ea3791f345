import { useRef, useState } from "react";
import { type Schemas } from "../api/client";
import { useMayEverywhere, useNow, useSession } from "../session/hooks";
import { ago, day } from "../ui/dates";
import { Copy } from "../ui/copy";
import { EndTwice } from "../ui/endTwice";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { EmptyItem } from "../ui/states";
import { NewMark } from "../ui/new";
import { useEndProgram, useMakeProgram } from "./mutations";

type Program = Schemas["ServiceView"];

const USUAL_DAYS = "180";

/** Programs with what their keys are worth, and the making of another one. */
export function Programs({ programs }: { programs: Program[] }) {
  const mayGovern = useMayEverywhere("GOVERN");
  const here = programs.filter((one) => !one.endedAt);
  return (
    <>
      <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
        {here.length === 0 && <EmptyItem title="No program may push">An HR system can push newcomers here.</EmptyItem>}
        {here.map((one) => (
          <Line key={one.id} program={one} />
        ))}
      </ul>
      {mayGovern && <Make />}
    </>
  );
}

function Line({ program }: { program: Program }) {
  const session = useSession();
  const now = useNow();
  const mayGovern = useMayEverywhere("GOVERN");
  const end = useEndProgram(program.id);
  const isOver = new Date(program.expiresAt).getTime() <= now;
  return (
    <li className="flex min-h-10 flex-wrap items-center gap-x-3 px-3 py-1">
      <b className="font-mono text-sm">
        <NewMark isNew={program.isNew} />
        {program.name}
      </b>
      <span className={`text-sm ${isOver ? "font-semibold text-error" : "text-soft"}`}>
        {isOver ? "▲ its key ended " : "key until "}
        {day(program.expiresAt, session.zone)}
      </span>
      <span className="text-sm text-soft">
        {program.usedAt === undefined || program.usedAt === null ? "never used" : `used ${ago(program.usedAt, now)}`},
        of {program.owner}
      </span>
      {mayGovern && (
        <span className="ml-auto">
          <EndTwice name={program.name} onEnd={() => end.mutate()} />
        </span>
      )}
      <Told error={end.error} />
    </li>
  );
}

/** Pushes one person (RFC 7644 3.3). */
function exampleOf(key: string): string {
  return [
    `curl ${window.location.origin}/scim/v2/Users \\`,
    `  -H "Authorization: Bearer ${key}" \\`,
    `  -H "Content-Type: application/scim+json" \\`,
    `  -d '{"schemas":["urn:ietf:params:scim:schemas:core:2.0:User"],"userName":"robin.example",`,
    `       "externalId":"90001","name":{"givenName":"Robin","familyName":"Example"},"active":true}'`,
  ].join("\n");
}

function Make() {
  const [name, setName] = useState("");
  const [days, setDays] = useState(USUAL_DAYS);
  const make = useMakeProgram();
  const key = useRef<HTMLParagraphElement>(null);
  const example = useRef<HTMLPreElement>(null);
  return (
    <form
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        make.mutate(
          { name, days: Number(days) },
          {
            onSuccess: () => {
              setName("");
              setDays(USUAL_DAYS);
            },
          },
        );
      }}
    >
      <div className="grid max-w-xl grid-cols-[1fr_8rem_auto] items-start gap-3">
        <PlainField
          label="Name of another program"
          value={name}
          hint="Lower-case letters, digits and hyphens."
          problem={problemOf(make.error, "name")}
          onChange={setName}
        />
        <PlainField
          label="Key good for, days"
          type="number"
          value={days}
          problem={problemOf(make.error, "days")}
          onChange={setDays}
        />
        <button type="submit" className="btn mt-7.5 h-8" disabled={make.isPending}>
          Make a key
        </button>
      </div>
      <Told error={make.error} />
      {make.data !== undefined && (
        <div role="status" className="card-plain mt-3 border-primary p-3">
          <b>The key, shown this once:</b>
          <p ref={key} className="mt-1 font-mono text-sm break-all select-all">
            {make.data.key}
          </p>
          <p className="mt-1 text-sm text-soft">Put it into the program now. Nobody can read it here again.</p>
          <p className="mt-2 text-sm font-semibold">To try it from a command line:</p>
          <pre ref={example} className="mt-1 overflow-x-auto rounded bg-base-200 p-2 font-mono text-xs">
            {exampleOf(make.data.key)}
          </pre>
          <div className="mt-2 flex gap-2">
            <Copy text={make.data.key} words="Copy the key" shownBy={key} />
            <Copy text={exampleOf(make.data.key)} words="Copy the example" shownBy={example} />
            <button type="button" className="btn btn-xs" onClick={() => make.reset()}>
              I have saved the key
            </button>
          </div>
        </div>
      )}
    </form>
  );
}
