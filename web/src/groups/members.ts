import type { Schemas } from "../api/client";

export type Member = Schemas["Member"];
export type SortBy = "name" | "number" | "job" | "unit" | "way" | "until";

/** Members that have every word of the text, sorted; who has nothing in the column stands last. */
export function shownMembers(members: readonly Member[], text: string, by: SortBy, isDescending: boolean): Member[] {
  const words = text
    .trim()
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== "");
  const found = members.filter((member) => {
    const all = [member.name, member.number, member.job, member.unit, member.way].join(" ").toLowerCase();
    return words.every((word) => all.includes(word));
  });
  const value = (member: Member) => member[by] ?? "";
  return found.toSorted((one, other) => {
    if ((value(one) === "") !== (value(other) === "")) {
      return value(one) === "" ? 1 : -1;
    }
    const order = value(one).localeCompare(value(other), "en", { numeric: true }) || one.name.localeCompare(other.name);
    return isDescending ? -order : order;
  });
}
