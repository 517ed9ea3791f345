import { useState } from "react";
import type { Schemas } from "../api/client";
import { Told } from "../ui/plainField";
import { count } from "../ui/words";
import { useFindPasted } from "./mutations";
import { pastedTexts } from "./table";

type Pasted = Schemas["PastedView"];

const STATES: Record<Pasted["state"], string> = {
  FOUND: "found",
  AMBIGUOUS: "ambiguous",
  NOT_FOUND: "not found",
  LEFT: "left already",
};

/** A list of numbers, addresses or user names as it came by e-mail: whoever is found is chosen. */
export function Paste({ onFound }: { onFound: (ids: string[]) => void }) {
  const [text, setText] = useState("");
  const find = useFindPasted((found) =>
    onFound(found.filter((one) => one.state === "FOUND").flatMap((one) => one.people.map((person) => person.id))),
  );
  const texts = pastedTexts(text);
  const others = find.data?.filter((one) => one.state !== "FOUND") ?? [];
  return (
    <div className="grid gap-3 border-b border-base-300 bg-base-100 px-4 py-2.5 min-[1100px]:grid-cols-2">
      <div>
        <label htmlFor="pasted" className="block text-xs font-semibold text-soft">
          Staff numbers, e-mail addresses, handles or user names
        </label>
        <textarea
          id="pasted"
          rows={4}
          spellCheck={false}
          className="textarea mt-0.5 w-full font-mono text-xs"
          placeholder={"40010\nines.abara\npia.nordahl@skerrow.example"}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <button
          type="button"
          className="btn btn-primary btn-sm mt-1"
          disabled={texts.length === 0 || find.isPending}
          onClick={() => find.mutate(texts)}
        >
          Find {texts.length === 0 ? "them" : count(texts.length, "entry", "entries")}
        </button>
        <Told error={find.error} />
      </div>
      <div role="status">
        {find.data !== undefined && (
          <>
            <b className="font-semibold">
              {count(find.data.length - others.length, "person", "people")} found and selected
              {others.length > 0 && `; ${others.length} not`}
            </b>
            <ul className="mt-1 max-h-32 overflow-auto text-sm">
              {others.map((one) => (
                <li key={one.text} className="flex flex-wrap items-center gap-x-2">
                  <span className="font-mono">{one.text}</span>
                  <span className="text-soft">{STATES[one.state]}</span>
                  {one.people.map((person) => (
                    <button key={person.id} type="button" className="btn btn-xs" onClick={() => onFound([person.id])}>
                      {[person.name, person.job, person.number].filter((part) => part !== "").join(", ")}
                    </button>
                  ))}
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
    </div>
  );
}
