import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import type { Schemas } from "../api/client";
import { conflictsQuery } from "../api/queries";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { countedWords, mannerWords, withinWords } from "./conflictWords";

type Conflict = Schemas["ConflictView"];

/** What must not meet in one person, and in whom it does. */
export function ConflictsPage() {
  const conflicts = useQuery(conflictsQuery);
  return (
    <Read of={conflicts} what="the conflict rules">
      {(data) => (
        <>
          <h1>Conflict rules</h1>
          <p className="text-soft">
            What must not meet in one person. A draft that would bring it together says so, and colleagues do not hand
            it on.
          </p>
          {data.length === 0 && <Empty title="There is no conflict rule">Nothing is kept apart in one person.</Empty>}
          <div className="mt-4 space-y-4">
            {data.map((rule) => (
              <Rule key={rule.id} rule={rule} />
            ))}
          </div>
        </>
      )}
    </Read>
  );
}

function Rule({ rule }: { rule: Conflict }) {
  const met = rule.met.length + rule.moreMet;
  return (
    <section className="card-plain" aria-labelledby={`conflict-${rule.id}`}>
      <div className="px-4 py-3">
        <h2 id={`conflict-${rule.id}`}>{rule.name}</h2>
        <p className="text-soft">
          {rule.description}
          {rule.owner && ` · owned by ${rule.owner}`}
        </p>
        <div className="mt-3 flex flex-wrap items-center gap-x-3 gap-y-1">
          <Side words={rule.one} />
          <span className="text-soft">must not meet</span>
          <Side words={rule.other} />
          <span className="text-soft">
            in {rule.app}, {withinWords(rule.within)}
          </span>
        </div>
        <p className="mt-2 text-sm text-soft">
          {mannerWords(rule.manner)} {countedWords(rule.counted)}
        </p>
      </div>
      <div className="border-t border-line px-4 py-2.5">
        {met === 0 ? (
          <p>
            <b className="text-success">✓</b> Nobody has both now.
          </p>
        ) : (
          <>
            <p className="font-semibold text-error">▲ {count(met, "person has", "people have")} both now</p>
            <ul className="mt-1">
              {rule.met.map((one) => (
                <li key={one.person} className="flex min-h-7 flex-wrap items-center gap-x-2">
                  <Link to="/people/$id" params={{ id: one.person }} className="font-semibold hover:underline">
                    {one.name}
                  </Link>
                  <span className="text-soft">{one.where}</span>
                </li>
              ))}
            </ul>
            {rule.moreMet > 0 && <p className="text-soft">and {rule.moreMet} more</p>}
          </>
        )}
      </div>
    </section>
  );
}

function Side({ words }: { words: readonly string[] }) {
  return <span className="rounded border border-base-content px-2 py-0.5 font-semibold">{words.join(" or ")}</span>;
}
