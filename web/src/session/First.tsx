import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type Schemas } from "../api/client";
import { ownQuery, sessionQuery } from "../api/queries";
import { Mark } from "../frame/Mark";
import { Read } from "../ui/states";
import { useSignOut } from "./mutations";
import { OwnPassword } from "./OwnPassword";
import { SecondFactor } from "./SecondFactor";

/** What somebody who is signed in has to do before anything else. */
export function First({ session }: { session: Schemas["SessionView"] }) {
  const client = useQueryClient();
  const signOut = useSignOut();
  const refresh = () => void client.invalidateQueries({ queryKey: sessionQuery.queryKey });
  return (
    <main className="grid min-h-screen place-items-center p-6">
      <div className="card-plain w-full max-w-md p-7">
        <Mark />
        {session.lacks.includes("PASSWORD") ? (
          <>
            <h1 className="mt-5">Choose your own password</h1>
            <p className="mt-1 text-soft">
              Your current password was set by somebody else, {session.name}. Choose one that only you know.
            </p>
            <OwnPassword isFirst onDone={refresh} />
          </>
        ) : (
          <Factor onDone={refresh} />
        )}
        <button type="button" className="btn btn-ghost mt-2 w-full" onClick={() => signOut.mutate()}>
          Sign out
        </button>
      </div>
    </main>
  );
}

function Factor({ onDone }: { onDone: () => void }) {
  const own = useQuery(ownQuery);
  return (
    <>
      <h1 className="mt-5">Set up a second factor</h1>
      <Read of={own} what="your sign-in">
        {(data) => <SecondFactor own={data} onDone={onDone} />}
      </Read>
    </>
  );
}
