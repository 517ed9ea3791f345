import { count } from "../ui/words";

/** What correcting these would do: how many give something in the tenant and how many take or change something. */
export function directions(some: readonly { giving: boolean }[]): string {
  const giving = some.filter((one) => one.giving).length;
  const taking = some.length - giving;
  const parts = [
    giving > 0 && `${giving} ${giving === 1 ? "gives" : "give"} something`,
    taking > 0 && `${taking} ${taking === 1 ? "takes or changes" : "take or change"} something`,
  ].filter((part) => part !== false);
  return `${count(some.length, "difference")} selected: ${parts.join(", ")}`;
}

interface Told {
  giving: boolean;
  sensitivity?: string | undefined;
  name: string;
}

const RANKS = ["PRIVILEGED", "SENSITIVE"];

/** Those whose correction takes or changes something, and those whose correction gives, the most sensitive first. */
export function inDirections<T extends Told>(all: readonly T[]): { title: string; lines: T[] }[] {
  const rank = (one: T) => {
    const at = RANKS.indexOf(one.sensitivity ?? "");
    return at < 0 ? RANKS.length : at;
  };
  const sorted = all.toSorted((one, other) => rank(one) - rank(other) || one.name.localeCompare(other.name));
  return [
    { title: "Extra or different in the tenant", lines: sorted.filter((one) => !one.giving) },
    { title: "Missing in the tenant", lines: sorted.filter((one) => one.giving) },
  ].filter((part) => part.lines.length > 0);
}
