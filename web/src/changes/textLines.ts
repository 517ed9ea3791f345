/** A line of a text that is no change, and why. */
export interface Refused {
  line: number;
  text: string;
}

/** The refused lines of an answer, in order. */
export function refusedLines(fields: readonly { field: string; text: string }[]): Refused[] {
  return fields.flatMap(({ field, text }) => {
    const line = /^line (\d+)$/.exec(field)?.[1];
    return line === undefined ? [] : [{ line: Number(line), text }];
  });
}

/** Where a line begins and ends in a text, counted in characters; the end of the text for a line that it does not have. */
export function rangeOf(text: string, line: number): [number, number] {
  const lines = text.split("\n");
  const begin = lines.slice(0, line - 1).reduce((sum, one) => sum + one.length + 1, 0);
  const from = Math.min(begin, text.length);
  return [from, Math.min(from + (lines[line - 1]?.length ?? 0), text.length)];
}
