import { useState } from "react";
import type { Schemas } from "../api/client";
import { PersonPicker } from "../ui/personPicker";
import { count } from "../ui/words";
import { fateWords, responsibilityWords, type Holding } from "./words";

export interface Successor {
  id: string;
  name: string;
}

/** Who takes over one thing, chosen beside it or with everything else. */
export function Successors({
  of: one,
  own,
  rest,
  onSuccessor,
}: {
  of: Holding;
  own: Successor | undefined;
  rest: Successor | undefined;
  onSuccessor: (fact: string, successor: Successor | undefined) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const name = (own ?? rest)?.name;
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className={one.fate === "LEFT_OPEN" ? "font-semibold text-warning" : ""}>
        {one.fate === "LEFT_OPEN" ? "▲ " : ""}
        {one.fate === "PASSED_ON" && name !== undefined ? (
          <>
            to <b className="font-semibold">{name}</b>
          </>
        ) : (
          fateWords(one)
        )}
      </span>
      {isOpen ? (
        <PersonPicker
          label={`Who takes over ${one.title}`}
          placeholder="Name"
          onPick={(person) => {
            onSuccessor(one.fact, person);
            setOpen(false);
          }}
        />
      ) : (
        <button
          type="button"
          className="btn btn-xs"
          aria-label={`Choose who takes over ${one.title}`}
          onClick={() => (own === undefined ? setOpen(true) : onSuccessor(one.fact, undefined))}
        >
          {own === undefined ? "Choose…" : "Undo"}
        </button>
      )}
    </div>
  );
}

/** Who takes over everything that nobody was chosen for. */
export function TakesOver({
  leaving,
  rest,
  onRest,
}: {
  leaving: Schemas["LeavingView"];
  rest: Successor | undefined;
  onRest: (one: Successor | undefined) => void;
}) {
  const toHandOver = leaving.holdings.filter((one) => responsibilityWords(one.what) !== undefined).length;
  return toHandOver === 0 ? null : (
    <section aria-label="Who takes over" className="mb-5">
      <h2>Who takes over</h2>
      {rest === undefined ? (
        <>
          <p className="mt-1 text-soft">{count(toHandOver, "thing")} to hand over, to one person or line by line.</p>
          <div className="mt-1.5">
            <PersonPicker label="Who takes over everything" placeholder="Everything to…" onPick={onRest} />
          </div>
        </>
      ) : (
        <p className="mt-1 flex items-center gap-2">
          Everything not chosen otherwise to <b className="font-semibold">{rest.name}</b>
          <button type="button" className="btn btn-xs" onClick={() => onRest(undefined)}>
            Undo
          </button>
        </p>
      )}
    </section>
  );
}
