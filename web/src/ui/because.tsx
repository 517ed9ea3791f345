import { useState } from "react";

/** An act that is done only with a reason, which stays in the record. */
export function Because({
  act,
  ask,
  isPending,
  onSay,
}: {
  act: string;
  ask: string;
  isPending: boolean;
  onSay: (reason: string) => void;
}) {
  const [reason, setReason] = useState<string>();
  if (reason === undefined) {
    return (
      <button type="button" className="btn btn-sm" disabled={isPending} onClick={() => setReason("")}>
        {act}…
      </button>
    );
  }
  return (
    <form
      className="flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        onSay(reason);
        setReason(undefined);
      }}
    >
      <label className="flex items-center gap-2 text-sm">
        {ask}
        <input
          // the field opens because it was asked for
          autoFocus
          className="input h-8 w-48"
          placeholder="Reason"
          maxLength={200}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          onKeyDown={(event) => event.key === "Escape" && setReason(undefined)}
        />
      </label>
      <button type="submit" className="btn btn-sm btn-error" disabled={reason.trim() === ""}>
        {act}
      </button>
      <button type="button" className="btn btn-sm" onClick={() => setReason(undefined)}>
        Keep
      </button>
    </form>
  );
}
