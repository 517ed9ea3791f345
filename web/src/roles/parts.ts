import type { EntryInput } from "../api/drafts";
import { listOf, toggled } from "../api/fields";
import type { Schemas } from "../api/client";

type Page = Schemas["RolePage"];
type Line = Page["lines"][number];

/** What a role is made of, by the short names that a draft's entry holds. */
export interface Parts {
  sets: readonly string[];
  includes: readonly string[];
  exclusions: readonly string[];
}

/** What the role is made of: as its entry in the draft has it, else as it is. */
export function partsOf(page: Page, fields: Record<string, string> | undefined): Parts {
  const now = (kind: "SET" | "ROLE") =>
    page.ingredients.filter((one) => one.kind === kind && one.presence !== "REMOVED").map((one) => one.key);
  return {
    sets: fields?.sets === undefined ? now("SET") : listOf(fields.sets),
    includes: fields?.includes === undefined ? now("ROLE") : listOf(fields.includes),
    exclusions:
      fields?.exclusions === undefined
        ? page.lines.filter((line) => line.excluded).map((line) => line.permission)
        : listOf(fields.exclusions),
  };
}

/** With an ingredient, or without it if it is there. */
export function withIngredient(parts: Parts, kind: "SET" | "ROLE", key: string): Parts {
  return kind === "SET"
    ? { ...parts, sets: toggled(parts.sets, key) }
    : { ...parts, includes: toggled(parts.includes, key) };
}

/** With a permission left out, or no longer left out. */
export function withExclusion(parts: Parts, permission: string): Parts {
  return { ...parts, exclusions: toggled(parts.exclusions, permission) };
}

/** With these left out as well. */
export function withExclusions(parts: Parts, permissions: readonly string[]): Parts {
  return { ...parts, exclusions: [...new Set([...parts.exclusions, ...permissions])] };
}

export function fieldsOf(parts: Parts): Pick<EntryInput, "fields">["fields"] {
  return {
    sets: parts.sets.join(", "),
    includes: parts.includes.join(", "),
    exclusions: parts.exclusions.join(", "),
  };
}

/** Whether the draft changes what the role gives, or how it comes to it. */
export function differs(line: Line): boolean {
  return line.given !== line.wasGiven || line.excluded !== line.wasExcluded;
}

/** A type of record with its permissions. */
export interface TypeRows {
  app: string;
  type: string;
  lines: readonly Line[];
}

/** Lines by type of record, in their order; of several apps, each type is told with its app. */
export function byType(lines: readonly Line[]): TypeRows[] {
  const rows: { app: string; type: string; lines: Line[] }[] = [];
  for (const line of lines) {
    const last = rows.at(-1);
    if (last?.app === line.app && last.type === line.type) {
      last.lines.push(line);
    } else {
      rows.push({ app: line.app, type: line.type, lines: [line] });
    }
  }
  return rows;
}
