import type { Schemas } from "../api/client";
import { joinedItems, splitItems } from "../ui/items";

export type PersonField = Schemas["PersonFieldView"];

export const TYPES: readonly { id: PersonField["type"]; name: string }[] = [
  { id: "TEXT", name: "Text" },
  { id: "NUMBER", name: "Number" },
  { id: "DATE", name: "Date" },
  { id: "CHOICE", name: "Choice from a list" },
  { id: "PERSON", name: "Person" },
];

/** The value of a field among several, as `shift=Late,badge=7`; empty where it has none. */
export function valueIn(values: string, key: string): string {
  const found = splitItems(values).find((one) => one.startsWith(`${key}=`));
  return found === undefined ? "" : found.slice(key.length + 1);
}

/** The same with another value in one field; without it where that is empty. */
export function withValue(values: string, key: string, value: string): string {
  const others = splitItems(values).filter((one) => !one.startsWith(`${key}=`));
  return joinedItems(value === "" ? others : [...others, `${key}=${value}`]);
}

/** The field and the value of `shift=Late`. */
export function pairOf(pair: string): { key: string; value: string } {
  const at = pair.indexOf("=");
  return at < 0 ? { key: pair, value: "" } : { key: pair.slice(0, at), value: pair.slice(at + 1) };
}

/** A short name from what people call a field: "First aid until" becomes first-aid-until. */
export function keyFrom(label: string): string {
  return label
    .normalize("NFKD")
    .toLowerCase()
    .replaceAll(/[^a-z0-9 -]/g, "")
    .trim()
    .replaceAll(/[ -]+/g, "-")
    .slice(0, 60);
}
