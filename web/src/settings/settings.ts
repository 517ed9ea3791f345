import type { Schemas } from "../api/client";
import { count } from "../ui/words";

export interface Setting {
  to:
    | "/settings"
    | "/setup"
    | "/directories"
    | "/inbound"
    | "/programs"
    | "/secrets"
    | "/messages"
    | "/administrators"
    | "/security-log";
  name: string;
  isForGovernors?: boolean;
}

/** What is set once and looked at when something is wrong, in the order in which it is needed. */
export const SETTINGS: readonly Setting[] = [
  { to: "/settings", name: "Organisation" },
  { to: "/setup", name: "Setting up" },
  { to: "/directories", name: "Directories" },
  { to: "/inbound", name: "Automatic changes" },
  { to: "/programs", name: "Programs and keys" },
  { to: "/secrets", name: "Shared secrets" },
  { to: "/messages", name: "Messages and templates" },
  { to: "/administrators", name: "Administrators" },
  { to: "/security-log", name: "Security log", isForGovernors: true },
];

/** How something stands, in a few words; {@code isWrong} if somebody has to look. */
export interface State {
  text: string;
  isWrong: boolean;
}

const fine = (text: string): State => ({ text, isWrong: false });
const wrong = (text: string): State => ({ text, isWrong: true });

export function directoriesState(pairs: Schemas["PairsView"]): State {
  const failed = pairs.directories.filter((one) => one.state === "FAILED" && !one.isPaused).length;
  if (pairs.directories.length === 0) {
    return wrong("none is connected");
  }
  if (failed > 0) {
    return wrong(count(failed, "reading failed", "readings failed"));
  }
  return pairs.total > 0
    ? wrong(`${pairs.total} to review`)
    : fine(count(pairs.directories.length, "directory", "directories"));
}

export function heldState(held: readonly unknown[]): State {
  return held.length === 0 ? fine("nothing waits") : wrong(count(held.length, "draft waits", "drafts wait"));
}

/** A key counts as about to end for so many days. */
const SOON = 14 * 86_400_000;

export function programsState(services: readonly Schemas["ServiceView"][], now: number): State {
  const here = services.filter((one) => !one.endedAt);
  const ending = here.filter((one) => new Date(one.expiresAt).getTime() - now < SOON).length;
  if (ending > 0) {
    return wrong(count(ending, "key ends soon or has ended", "keys end soon or have ended"));
  }
  return fine(here.length === 0 ? "none" : count(here.length, "program"));
}

export function secretsState(all: readonly Schemas["SharedSecretView"][]): State {
  const open = all.filter((one) => one.hasToBeChanged).length;
  return open > 0 ? wrong(`${open} to change`) : fine(all.length === 0 ? "none" : count(all.length, "secret"));
}

export function messagesState(page: Schemas["MessagesView"]): State {
  const of = (state: string) => page.counts.find((one) => one.state === state)?.messages ?? 0;
  if (!page.isConnected) {
    return wrong("no mail server");
  }
  if (of("FAILED") > 0) {
    return wrong(`${of("FAILED")} could not be sent`);
  }
  return of("READY") > 0 ? wrong(`${of("READY")} to send`) : fine("all sent");
}

export function administratorsState(all: readonly Schemas["AdministratorView"][]): State {
  const here = all.filter((one) => !one.endedAt);
  return here.filter((one) => one.acts.includes("GOVERN")).length < 2
    ? wrong("only one manages them")
    : fine(count(here.length, "administrator"));
}

export function setupState(steps: readonly { isDone: boolean }[]): State {
  const open = steps.filter((step) => !step.isDone).length;
  return open === 0 ? fine("done") : wrong(count(open, "step open", "steps open"));
}

export function organisationState(units: readonly unknown[]): State {
  return units.length === 0 ? wrong("no units yet") : fine(count(units.length, "unit"));
}
