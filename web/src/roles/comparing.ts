import type { Schemas } from "../api/client";

type View = Schemas["ComparedView"];
type Line = View["lines"][number];

/** How a permission stands among those that are compared. */
export function verdictWords(line: Line, view: View): string {
  const names = view.columns.filter((_, place) => line.cells[place]?.held).map((column) => column.name);
  switch (line.verdict) {
    case "COMMON":
      return "all";
    case "DIFFERS_IN_AREA":
      return "all, at different areas";
    case "ONE_ONLY":
      return `only ${names.join("")}`;
    case "SOME":
      return `not ${view.columns
        .filter((_, place) => line.cells[place]?.held !== true)
        .map((column) => column.name)
        .join(", ")}`;
  }
}

/** Permissions that all of them have. */
export function sharedOf(view: View): string[] {
  return view.lines.filter((line) => line.cells.every((cell) => cell.held)).map((line) => line.permission);
}

export function unionOf(view: View): string[] {
  return view.lines.map((line) => line.permission);
}
