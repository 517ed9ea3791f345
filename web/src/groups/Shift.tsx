import { useQuery } from "@tanstack/react-query";
import type { Draft } from "../api/drafts";
import { shiftQuery } from "../api/queries";
import { count } from "../ui/words";

/** Who comes into the group and who goes out of it when the draft is applied. */
export function Shift({ group, draft }: { group: string; draft: Draft }) {
  const shift = useQuery(shiftQuery(group, draft));
  if (shift.data === undefined) {
    return null;
  }
  const { joins, leaves, joining, leaving, then } = shift.data;
  return (
    <div className="card-plain mt-3 px-3 py-2" role="status">
      <p className="font-semibold">
        {joins + leaves === 0 ? "No matching people" : `With the draft ${count(then, "person is", "people are")} in it`}
      </p>
      {joins > 0 && (
        <Names sign="+" words={`${count(joins, "person comes", "people come")} in`} names={joining} all={joins} />
      )}
      {leaves > 0 && (
        <Names sign="−" words={`${count(leaves, "person goes", "people go")} out`} names={leaving} all={leaves} />
      )}
    </div>
  );
}

function Names({ sign, words, names, all }: { sign: string; words: string; names: string[]; all: number }) {
  return (
    <p className="mt-1 text-sm">
      <b className={sign === "+" ? "text-success" : "text-error"}>
        {sign} {words}
      </b>
      : {names.join(", ")}
      {all > names.length && ` and ${all - names.length} more`}
    </p>
  );
}
