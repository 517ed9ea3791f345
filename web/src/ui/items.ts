/** Several values in one field, with commas between; one that has a comma, a quote or blanks at its ends stands in quotes. */
export function joinedItems(values: readonly string[]): string {
  return values
    .map((value) =>
      value.includes(",") || value.startsWith('"') || value.trim() !== value
        ? `"${value.replaceAll("\\", "\\\\").replaceAll('"', '\\"')}"`
        : value,
    )
    .join(",");
}

/** The values without blanks around them. A quote that is not closed is taken as it is. */
export function splitItems(text: string): string[] {
  const values: string[] = [];
  const item = /\s*(?:"((?:[^"\\]|\\.)*)"\s*|([^,]*))(?:,|$)/gy;
  while (item.lastIndex < text.length) {
    const found = item.exec(text);
    if (found === null) {
      break;
    }
    const value = found[1] === undefined ? (found[2] ?? "").trim() : found[1].replaceAll(/\\(.)/g, "$1");
    if (value !== "") {
      values.push(value);
    }
  }
  return values;
}
