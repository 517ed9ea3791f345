import { useState } from "react";

/** Ends something that cannot be brought back here: asked for once more, by name, before it is done. */
export function EndTwice({ name, onEnd }: { name: string; onEnd: () => void }) {
  const [isAsking, setAsking] = useState(false);
  return isAsking ? (
    <>
      <button type="button" className="btn btn-xs btn-error" onClick={onEnd}>
        End {name}
      </button>
      <button type="button" className="btn btn-xs ml-1.5" onClick={() => setAsking(false)}>
        Keep
      </button>
    </>
  ) : (
    <button type="button" className="btn btn-xs" aria-label={`End ${name}…`} onClick={() => setAsking(true)}>
      End…
    </button>
  );
}
