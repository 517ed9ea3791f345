import type { Schemas } from "../api/client";
import { count } from "../ui/words";

/** What following the log's chain came to. */
export function verifiedWords(found: Schemas["LogChainView"]): string {
  if (found.broken !== undefined) {
    return `▲ Line ${found.broken} is not as it was written, or is missing. The ${count(found.links, "line")} before it are as written.`;
  }
  const gone = found.withoutText === 0 ? "" : ` Of ${count(found.withoutText, "line")} the text was removed.`;
  return `${count(found.links, "line")}, each as it was written.${gone}`;
}
