import type { Schemas } from "../api/client";

export type MessageState = Schemas["MessageView"]["state"];

const WORDS: Record<MessageState, string> = {
  WAITING: "waits",
  READY: "to send",
  GOING: "on its way",
  SENDING: "on its way",
  SENT: "sent",
  FAILED: "not sent",
  DROPPED: "left out",
};

export function stateWord(state: MessageState): string {
  return WORDS[state];
}

/** What one looks at: a name for the address, words, and the states in it. */
export const LOOKS = [
  { key: "all", words: "All", states: Object.keys(WORDS) as MessageState[] },
  { key: "ready", words: "To send", states: ["READY"] },
  { key: "failed", words: "Not sent", states: ["FAILED"] },
  { key: "waiting", words: "Waiting", states: ["WAITING", "GOING", "SENDING"] },
  { key: "sent", words: "Sent", states: ["SENT"] },
  { key: "dropped", words: "Left out", states: ["DROPPED"] },
] as const satisfies readonly { key: string; words: string; states: readonly MessageState[] }[];

export type LookKey = (typeof LOOKS)[number]["key"];

export function lookOf(key: string | undefined): (typeof LOOKS)[number] {
  return LOOKS.find((look) => look.key === key) ?? LOOKS[0];
}

/** How many messages are in one of the states. */
export function countOf(counts: Schemas["CountView"][], states: readonly MessageState[]): number {
  return counts.filter((one) => states.includes(one.state)).reduce((sum, one) => sum + one.messages, 0);
}

export const OCCASIONS: Record<Schemas["MessageView"]["occasion"], { title: string; when: string }> = {
  FIRST_ACCOUNTS: { title: "First accounts", when: "when somebody gets accounts for the first time" },
  MORE_ACCOUNTS: { title: "More accounts", when: "when somebody gets another account" },
  ENDINGS: {
    title: "Ending soon",
    when: "at most once a day, to managers and owners of what ends in 30, 7 or 1 days",
  },
  TASKS: { title: "Manual work", when: "to whoever has new tasks in a tenant without an interface" },
  INVITATION: { title: "Invitation", when: "when somebody from outside is invited" },
};

/** Whether a message can be sent now: for the first time, or again. */
export function sendWord(state: MessageState): string | undefined {
  switch (state) {
    case "READY":
    case "DROPPED":
      return "Send";
    case "SENT":
    case "FAILED":
      return "Send again";
    default:
      return undefined;
  }
}

export function canDrop(state: MessageState): boolean {
  return state === "WAITING" || state === "READY" || state === "GOING" || state === "FAILED";
}
