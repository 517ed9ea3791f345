import { useDraft, type Draft, type Entry } from "../api/drafts";
import { goTo } from "../ui/field";
import { actFor } from "./proposals";

/** The act that settles a finding: done at once, or the field where it has to be typed. */
export function ActButton({ draft, one, finding }: { draft: Draft; one: Entry; finding: Entry["findings"][number] }) {
  const { set, put } = useDraft(draft.id);
  const act = actFor(draft, one, finding);
  if (act === undefined) {
    return null;
  }
  return (
    <button
      type="button"
      className="cursor-pointer font-semibold text-primary underline"
      onClick={() => {
        if ("fields" in act) {
          set(one, act.fields);
        } else if ("put" in act) {
          put(...act.put);
        } else {
          goTo(act.field);
        }
      }}
    >
      {act.words}
    </button>
  );
}
