import { useQuery } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { useAct, type EntryInput } from "../api/drafts";
import { draftQuery } from "../api/changeQueries";
import { useMay } from "../session/hooks";

/** Ends something: an entry in the open draft, or in a new one of that name. What is still to come is taken back. */
export function EndButton({
  draft: name,
  entry: ending,
  label,
  words = "End",
}: {
  draft: string;
  entry: EntryInput;
  label: string;
  words?: string;
}) {
  const { act, isPending, error } = useAct();
  const mayPrepare = useMay("PREPARE");
  const { draft } = useSearch({ from: "__root__" });
  const open = useQuery({ ...draftQuery(draft ?? ""), enabled: draft !== undefined });
  const fact = ending.form.split(".")[0] ?? "";
  const drafted = open.data?.entries.find(
    (one) => one.form === ending.form && one.fields[fact] === ending.fields[fact],
  );
  if (!mayPrepare) {
    return null;
  }
  if (drafted !== undefined) {
    return <span className="text-sm font-semibold text-primary">in the draft</span>;
  }
  return (
    <button
      type="button"
      className="btn btn-xs ml-1.5"
      aria-label={label}
      title={error?.message ?? label}
      disabled={isPending}
      onClick={() => act(name, ending)}
    >
      {error === null ? words : "Not kept, try again"}
    </button>
  );
}
