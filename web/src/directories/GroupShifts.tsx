import { Link } from "@tanstack/react-router";
import { type Schemas } from "../api/client";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";
import { shiftWords } from "./groups";
import { useRetireGroup } from "./mutations";

type Line = Schemas["GroupLine"];

/** Groups that a directory lists otherwise than they are here: they follow by the policy for automatic changes, but for those that vanished. */
export function GroupShifts({ directories }: { directories: Schemas["DirectoryView"][] }) {
  const shifting = directories.filter((one) => one.shiftingInAll > 0);
  if (shifting.length === 0) {
    return null;
  }
  return (
    <section aria-labelledby="groups-otherwise" className="mt-5 max-w-4xl">
      <h2 id="groups-otherwise">
        Groups that differ from the directory{" "}
        <span className="font-sans text-sm font-normal text-soft">
          {shifting.reduce((sum, one) => sum + one.shiftingInAll, 0)}
        </span>
      </h2>
      <p className="text-sm text-soft">
        New groups and their members are applied by the policy for automatic changes, or wait in a draft on the{" "}
        <Link to="/" className="link">
          Desk
        </Link>
        . A group that is gone from the directory still gives what it gives here until somebody retires it.
      </p>
      {shifting.map((one) => (
        <div key={one.key} className="card-plain mt-1.5">
          <ul className="divide-y divide-base-300">
            {one.shifting.map((line) => (
              <Row key={`${line.kind} ${line.name}`} line={line} directory={one.name} />
            ))}
          </ul>
          {one.shiftingInAll > one.shifting.length && (
            <p className="border-t border-base-300 px-3 py-1.5 text-sm text-soft">
              These are the first {one.shifting.length} of {one.shiftingInAll} of the {one.name}.
            </p>
          )}
        </div>
      ))}
    </section>
  );
}

function Row({ line, directory }: { line: Line; directory: string }) {
  const mayPrepare = useMay("PREPARE");
  const retire = useRetireGroup();
  const id = line.group ?? undefined;
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 px-3 py-1.5">
      <span className="min-w-0 flex-1">
        {id === undefined ? (
          <b className="break-words">{line.name}</b>
        ) : (
          <Link to="/groups/$id" params={{ id }} className="link font-bold break-words">
            {line.name}
          </Link>
        )}
        <span className="block text-sm text-soft">{shiftWords(line, directory)}</span>
      </span>
      {line.kind === "VANISHED" && id !== undefined && mayPrepare && (
        <button
          type="button"
          className="btn btn-xs"
          aria-label={`Retire ${line.name}`}
          disabled={retire.isPending}
          onClick={() => retire.mutate(id)}
        >
          Prepare its retirement
        </button>
      )}
      <Told error={retire.error} />
    </li>
  );
}
