/** "1 person", "3 people" */
export function count(number: number, one: string, many = `${one}s`): string {
  return `${number} ${number === 1 ? one : many}`;
}

const KINDS: Record<string, string> = {
  EMPLOYEE: "employee",
  VOLUNTEER: "volunteer",
  CONTRACTOR: "contractor",
  PARTNER: "partner",
};

export function engagementKind(kind: string): string {
  return KINDS[kind] ?? kind.toLowerCase();
}

const GROUP_KINDS: Record<string, string> = {
  ASSIGNED: "direct",
  RULED: "by rule",
  DIRECTORY: "by the directory",
  NESTED: "through a group",
};

export function groupWay(kind: string): string {
  return GROUP_KINDS[kind] ?? kind;
}

const RULES: Record<string, string> = { MAIL: "e-mail", STAFF_NUMBER: "staff number", HANDLE: "handle" };

export function userNameRule(rule: string): string {
  return RULES[rule] ?? rule;
}

const BLOCKS: Record<string, string> = {
  NOT_HERE: "not at work then",
  NO_ACCOUNT: "no account",
  ACCOUNT_CLOSED: "account closed",
  SEAT_MISSING: "no seat that carries it",
};

export function blockWord(block: string): string {
  return BLOCKS[block] ?? block;
}

/** How many of the permissions gained cannot be used yet, and why; empty where all can. */
export function blockedWords(gains: number, blocked: number, blocks: readonly string[]): string {
  if (blocked === 0) {
    return "";
  }
  const many = blocked >= gains ? (gains === 1 ? "not" : "none") : `${blocked} not`;
  return `${many} usable yet: ${blocks.map(blockWord).join(", ")}`;
}

/** Why something was changed, in one line; empty where nobody said. */
export function whyWords(reason: string, ticket: string): string {
  return [reason === "" ? "" : `Reason: ${reason}`, ticket === "" ? "" : `Ticket: ${ticket}`]
    .filter((part) => part !== "")
    .join(" · ");
}

/** How many of the permissions lost could not be used before; empty where all could. */
export function unusableWords(losses: number, unusable: number): string {
  if (unusable === 0) {
    return "";
  }
  return unusable >= losses
    ? "; what is lost was not usable before"
    : `; ${unusable} of the losses ${unusable === 1 ? "was" : "were"} not usable before`;
}

/** What a draft brings later, after what it brings first: "4 more on 30 Nov, 2 only until 29 Nov." */
export function laterWords(one: { gains: number; losses: number; ends: number }, day: string, lastDay: string): string {
  const parts = [
    one.gains > 0 ? `${one.gains} more on ${day}` : "",
    one.losses > 0 ? `${one.losses} lost on ${day}` : "",
    one.ends > 0 ? `${one.ends} only until ${lastDay}` : "",
  ];
  return `${parts.filter((part) => part !== "").join(", ")}.`;
}

/** What of a changeset is still to come on one day; what begins has not been sent to any tenant yet. */
export function comingWords(one: { begins: number; ends: number }, day: string, lastDay: string): string {
  const parts = [
    one.begins > 0 ? `${one.begins} more on ${day}` : "",
    one.ends > 0 ? `${one.ends} until ${lastDay}` : "",
  ];
  return parts.filter((part) => part !== "").join(", ");
}

const CAPABILITIES: [string, string][] = [
  ["USERS", "accounts"],
  ["GROUPS", "groups"],
  ["SEATS", "seats"],
  ["AREAS", "areas"],
  ["ROLES", "contents of roles"],
  ["ASSIGNMENTS", "role assignments"],
  ["ROLE_VALUES", "roles of users"],
  ["ENTITLEMENTS", "entitlements of users"],
  ["EVALUATION", "checking what somebody may do"],
  ["PASSWORDS", "its own passwords"],
  ["LIVE_RIGHTS", "changes that take effect without a new sign-in"],
];

/** What of a tenant is managed and what is not, in words. */
export function capabilityWords(capabilities: readonly string[]): { words: string; isThere: boolean }[] {
  return CAPABILITIES.map(([key, words]) => ({ words, isThere: capabilities.includes(key) }));
}
