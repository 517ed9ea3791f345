import { REPORTS } from "../reports/kinds";

export interface PinnableAct {
  key: string;
  name: string;
  to:
    | "/onboard"
    | "/import"
    | "/groups/new"
    | "/people/table"
    | "/help"
    | "/roles/work"
    | "/roles/give"
    | "/reports/$kind";
  params?: { kind: string };
  search?: { role?: string };
  isForLookers?: boolean;
}

/** Acts that can be pinned to the Desk. */
export const PINNABLE: readonly PinnableAct[] = [
  { key: "onboard", name: "Onboard somebody", to: "/onboard" },
  { key: "import", name: "Import a table", to: "/import" },
  { key: "people", name: "People as a table", to: "/people/table", isForLookers: true },
  { key: "help", name: "Help somebody sign in", to: "/help", isForLookers: true },
  { key: "group", name: "New group", to: "/groups/new" },
  { key: "work", name: "Find roles that cover a task", to: "/roles/work", isForLookers: true },
];

const REPORT = "report-";

/** Reports that can be pinned. */
export const PINNABLE_REPORTS: readonly PinnableAct[] = REPORTS.map((report) => ({
  key: `${REPORT}${report.kind.toLowerCase()}`,
  name: report.name,
  to: "/reports/$kind",
  params: { kind: report.kind.toLowerCase() },
}));

/** What a pin begins; nothing where it is not known any more. */
export function pinnedAct(key: string): PinnableAct | undefined {
  return key.startsWith("give:")
    ? { key, name: "Give a role", to: "/roles/give", search: { role: key.slice("give:".length) } }
    : [...PINNABLE, ...PINNABLE_REPORTS].find((act) => act.key === key);
}

export function changeWords(change: number): string {
  return change > 0 ? `+${change}` : `−${-change}`;
}
