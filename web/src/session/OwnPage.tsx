import { useQuery } from "@tanstack/react-query";
import { type Schemas } from "../api/client";
import { ownQuery } from "../api/queries";
import { ago, moment } from "../ui/dates";
import { Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { useNow, useSession } from "./hooks";
import { OwnPassword } from "./OwnPassword";
import { programWords } from "./program";
import { SecondFactor } from "./SecondFactor";
import { useEndOtherSessions, useEndSession } from "./mutations";

/** One's own way in: password, second factor, and where one is signed in. */
export function OwnPage() {
  const own = useQuery(ownQuery);
  const session = useSession();
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Your sign-in">
      <h1>Your sign-in</h1>
      <p className="text-soft">
        You are {session.name}, <span className="font-mono text-sm">{session.login}</span>.
      </p>
      <Read of={own} what="your sign-in">
        {(data) => (
          <div className="mt-4 grid max-w-5xl gap-5 min-[1000px]:grid-cols-2">
            <Sessions own={data} />
            <div className="space-y-5">
              <div className="card-plain p-4">
                <h2>Second factor</h2>
                <SecondFactor own={data} />
              </div>
              <div className="card-plain p-4">
                <h2>Password</h2>
                <OwnPassword />
              </div>
            </div>
          </div>
        )}
      </Read>
    </section>
  );
}

function Sessions({ own }: { own: Schemas["OwnView"] }) {
  const session = useSession();
  const now = useNow();
  const end = useEndSession();
  const endOthers = useEndOtherSessions();
  return (
    <div className="card-plain self-start p-4">
      <h2>Where you are signed in</h2>
      <p className="text-sm text-soft">
        A session ends after {session.idleMinutes} minutes without use. A page that is only open does not count as use.
      </p>
      <ul className="mt-2 divide-y divide-[var(--line)]">
        {own.sessions.map((one) => (
          <li key={one.id} className="flex items-center gap-3 py-2">
            <span className="min-w-0 flex-1">
              <b className="font-semibold">{programWords(one.program)}</b>
              {one.isThis && <span className="text-soft"> · this one</span>}
              <span className="block text-sm text-soft" title={one.program}>
                {one.address} · since {moment(one.begunAt, session.zone)} · used {ago(one.usedAt, now)}
              </span>
            </span>
            {!one.isThis && (
              <button
                type="button"
                className="btn btn-xs"
                aria-label={`End the session of ${programWords(one.program)} at ${one.address}`}
                disabled={end.isPending}
                onClick={() => end.mutate(one.id)}
              >
                End
              </button>
            )}
          </li>
        ))}
      </ul>
      <Told error={end.error ?? endOthers.error} />
      {own.sessions.length > 1 && (
        <button
          type="button"
          className="btn btn-sm mt-2"
          disabled={endOthers.isPending}
          onClick={() => endOthers.mutate()}
        >
          End all others
        </button>
      )}
    </div>
  );
}
