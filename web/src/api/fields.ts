/** What a field of an entry that holds several says, one by one. */
export function listOf(text: string | undefined): string[] {
  return (text ?? "")
    .split(",")
    .map((one) => one.trim())
    .filter((one) => one !== "");
}

/** The same list with one more, or without it if it is there. */
export function toggled(list: readonly string[], one: string): string[] {
  return list.includes(one) ? list.filter((other) => other !== one) : [...list, one];
}
