import { Link } from "@tanstack/react-router";
import { useState } from "react";

const KEY = "wexa.hints-read";

/** What a new administrator does first; gone for good once it was read. */
export function Hints() {
  const [isGone, setGone] = useState(() => localStorage.getItem(KEY) !== null);
  return isGone ? null : (
    <aside aria-label="First steps" className="card-plain mt-3 flex items-start gap-4 px-4 py-2.5">
      <p className="flex-1">
        <b>New here?</b> The button on the right of each line is the next step. <kbd className="kbd kbd-xs">Ctrl K</kbd>{" "}
        finds people, pages and actions. Everything you do is a draft until you review and apply it, and what has been
        applied can be undone under{" "}
        <Link to="/changes" className="underline">
          Changes
        </Link>
        .
      </p>
      <button
        type="button"
        className="btn btn-sm"
        onClick={() => {
          localStorage.setItem(KEY, "read");
          setGone(true);
        }}
      >
        Got it
      </button>
    </aside>
  );
}
