import { useState } from "react";

/** Ends something that cannot be brought back here: asked for once more, by name, before it is done. */
export function EndTwice({
  name,
  verb = "End",
  note = "",
  isBusy = false,
  onEnd,
}: {
  name: string;
  verb?: string;
  note?: string;
  isBusy?: boolean;
  onEnd: () => void;
}) {
  const [isAsking, setAsking] = useState(false);
  return isAsking ? (
    <>
      <button type="button" className="btn btn-xs btn-error" disabled={isBusy} onClick={onEnd}>
        {verb} {name}
        {note}
      </button>
      <button type="button" className="btn btn-xs ml-1.5" onClick={() => setAsking(false)}>
        Keep
      </button>
    </>
  ) : (
    <button type="button" className="btn btn-xs" aria-label={`${verb} ${name}…`} onClick={() => setAsking(true)}>
      {verb}…
    </button>
  );
}
