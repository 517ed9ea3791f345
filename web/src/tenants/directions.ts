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
