import type { Draft, Entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { count } from "../ui/words";

type Difference = Schemas["AppView"]["differences"][number];
type Touched = NonNullable<Difference["touched"]>;

/** The entry of a draft that takes a change over already. */
export function draftedChange(difference: Difference, draft: Pick<Draft, "entries"> | undefined): Entry | undefined {
  const named = ["app", "permission", "seat-kind", "task", "key", "permission-set"];
  return draft?.entries.find(
    (one) =>
      one.form === difference.form &&
      named.every((name) => (one.fields[name] ?? "") === (difference.fields[name] ?? "")),
  );
}

/** "New: Treatments: export" */
export function whatWords(difference: Difference): string {
  switch (difference.sort) {
    case "PERMISSION_ADDED":
      return `New: ${difference.what}`;
    case "PERMISSION_CHANGED":
      return `Changed: ${difference.what}`;
    case "PERMISSION_DESCRIBED":
      return `Described: ${difference.what}`;
    case "PERMISSION_REMOVED":
      return `Removed: ${difference.what}`;
    case "SEAT_KIND_ADDED":
      return `New seat kind: ${difference.what}`;
    case "SEAT_KIND_CHANGED":
      return `Seat kind: ${difference.what}`;
    case "SEAT_KIND_REMOVED":
      return `Seat kind removed: ${difference.what}`;
    case "TASK_ADDED":
      return `New task: ${difference.what}`;
    case "TASK_CHANGED":
      return `Task: ${difference.what}`;
    case "TASK_REMOVED":
      return `Task removed: ${difference.what}`;
    case "PRESET_ADDED":
      return `New preset: ${difference.what}`;
    case "PRESET_CHANGED":
      return `Preset: ${difference.what}`;
    case "PRESET_WITHDRAWN":
      return `No longer offered: ${difference.what}; it becomes a set of your own`;
    case "VERSION":
      return `Version ${difference.what}`;
  }
}

/** Who has a permission, and what names it besides roles. */
export function touchedWords(touched: Touched): string {
  const parts = [
    touched.sets.length > 0
      ? `in ${list(
          "the set",
          "the sets",
          touched.sets.map((set) => set.name),
        )}`
      : "",
    touched.variants.length > 0 ? `in ${list("the variant", "the variants", touched.variants)}` : "",
    touched.rules.length > 0 ? `in ${list("the conflict rule", "the conflict rules", touched.rules)}` : "",
    touched.seatKinds.length > 0 ? `with ${list("the seat", "the seats", touched.seatKinds)}` : "",
    touched.tasks.length > 0 ? `for ${list("the task", "the tasks", touched.tasks)}` : "",
  ].filter((part) => part !== "");
  const held = touched.people === 0 ? "Nobody has it" : `${count(touched.people, "person has", "people have")} it`;
  return parts.length === 0 ? `${held}; nothing uses it.` : `${held}; it is ${parts.join(", ")}.`;
}

function list(one: string, several: string, names: readonly string[]): string {
  return `${names.length === 1 ? one : several} ${names.map((name) => `“${name}”`).join(", ")}`;
}

/** "Version 2026.1", and which tenants say something else. */
export function versionWords(app: Pick<Schemas["AppView"], "version" | "tenants">): string {
  const others = new Map<string, string[]>();
  for (const tenant of app.tenants) {
    if (
      tenant.version !== undefined &&
      tenant.version !== null &&
      tenant.version !== "" &&
      tenant.version !== app.version
    ) {
      others.set(tenant.version, [...(others.get(tenant.version) ?? []), tenant.name]);
    }
  }
  const own = app.version === "" ? "No version" : `Version ${app.version}`;
  return [own, ...[...others].map(([version, tenants]) => `${tenants.join(", ")}: ${version}`)].join(" · ");
}
