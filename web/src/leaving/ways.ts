import type { Schemas } from "../api/client";
import { count } from "../ui/words";

export type Way = Schemas["WayIn"]["way"];
type View = Pick<Schemas["UrgentView"], "ways" | "hidden" | "entry">;

interface Mark {
  sign: string;
  words: string;
  look: string;
}

const MARKS: Record<Way, Mark> = {
  CLOSED: { sign: "✓", words: "Closed", look: "text-success" },
  CLOSING: { sign: "…", words: "Closing", look: "text-warning" },
  BY_HAND: { sign: "☐", words: "To be closed by hand", look: "text-error" },
  OPEN: { sign: "⊘", words: "Still open", look: "text-error" },
  NOT_KNOWN: { sign: "▲", words: "Not known", look: "text-warning" },
  NOT_STOPPED: { sign: "", words: "Open", look: "" },
};

export function wayMark(way: Way): Mark {
  return MARKS[way];
}

/** Whether the directory and every tenant that can be seen have confirmed, and none lies out of sight. */
export function isSettled(view: View): boolean {
  const entry = view.entry?.left ?? "CONFIRMED";
  return (
    view.hidden === 0 &&
    view.ways.length > 0 &&
    (entry === "CONFIRMED" || entry === "CONFIRMED_BY_HAND") &&
    view.ways.every((one) => one.way === "CLOSED")
  );
}

/** The accounts that the act would close. */
export function stillOpen(view: Pick<View, "ways">): View["ways"] {
  return view.ways.filter((one) => one.way !== "CLOSED" && one.way !== "NOT_KNOWN");
}

/** How far it is, in a line. */
export function waysWords(view: View): string {
  const all = view.ways.length;
  if (all === 0) {
    return "No account in a tenant that you see.";
  }
  const closed = view.ways.filter((one) => one.way === "CLOSED").length;
  const open = view.ways.filter((one) => one.way === "NOT_STOPPED").length;
  if (open === all) {
    return `Can sign in to ${count(all, "tenant")}.`;
  }
  return closed === all
    ? `Closed in ${all === 1 ? "the only tenant" : all === 2 ? "both tenants" : `all ${all} tenants`}.`
    : `Closed in ${closed} of ${count(all, "tenant")}.`;
}
