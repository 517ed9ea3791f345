import { Told } from "../ui/plainField";
import { count } from "../ui/words";
import { useSendAgain } from "./mutations";

/** Sends everybody who is chosen their newest message again, once it was said how many, and tells who gets none. */
export function SendAgain({ people, onDone }: { people: readonly string[]; onDone: () => void }) {
  const send = useSendAgain();
  return (
    <div className="mt-2 rounded border border-base-300 bg-base-100 p-3" role="group" aria-label="Send messages again">
      {send.data === undefined ? (
        <>
          <p>
            {count(people.length, "person gets", "people get")} their newest message again, with a new link where it has
            one; links in earlier ones are worth nothing then. Who was never written to is left out.
          </p>
          <div className="mt-2 flex gap-2">
            <button
              type="button"
              className="btn btn-primary btn-sm"
              disabled={send.isPending}
              onClick={() => send.mutate([...people])}
            >
              {send.isPending ? "Sending…" : "Send again"}
            </button>
            <button type="button" className="btn btn-ghost btn-sm" onClick={onDone}>
              Cancel
            </button>
          </div>
        </>
      ) : (
        <div role="status">
          <p>
            <b className="font-semibold">{count(send.data.sent, "message")} on the way</b>
            {send.data.left.length > 0 && `; ${count(send.data.left.length, "person", "people")} left out:`}
          </p>
          <ul className="mt-1 max-h-32 overflow-auto text-sm">
            {send.data.left.map((one) => (
              <li key={one.person}>
                <b className="font-semibold">{one.name}</b> <span className="text-soft">{one.text}</span>
              </li>
            ))}
          </ul>
          <button type="button" className="btn btn-sm mt-2" onClick={onDone}>
            Close
          </button>
        </div>
      )}
      <Told error={send.error} />
    </div>
  );
}
