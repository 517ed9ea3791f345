import type { Schemas } from "../api/client";
import { count } from "../ui/words";

/** What a directory says of a group that is otherwise here, in one line. */
export function shiftWords(line: Schemas["GroupLine"], directory: string): string {
  if (line.kind === "VANISHED") {
    return `the ${directory} lists it no longer`;
  }
  const parts = [
    line.kind === "NEW" ? "not here yet" : "",
    line.joining > 0 ? `${count(line.joining, "person comes", "people come")} in` : "",
    line.leaving > 0 ? `${count(line.leaving, "person goes", "people go")} out` : "",
    line.kind === "OTHERWISE" && line.joining + line.leaving === 0 ? "described otherwise" : "",
    line.notHere > 0 ? `${count(line.notHere, "member is", "members are")} nobody's here yet` : "",
    line.unread > 0 ? `${count(line.unread, "member is", "members are")} not among its people` : "",
  ];
  return parts.filter((part) => part !== "").join(" · ");
}
