import type { Schemas } from "../api/client";

type AppWork = Schemas["AppWork"];
type Permission = Schemas["PermissionView"];

/** The permissions that are chosen, with or without those of a task: a task whose permissions are all there goes. */
export function withTask(chosen: readonly string[], needs: readonly string[]): string[] {
  const isThere = needs.every((need) => chosen.includes(need));
  return isThere ? chosen.filter((one) => !needs.includes(one)) : [...new Set([...chosen, ...needs])];
}

/** Apps with the tasks and permissions whose words contain a text; apps without any are left out. */
export function matching(apps: readonly AppWork[], text: string): AppWork[] {
  const sought = text.trim().toLowerCase();
  return apps
    .map((app) => ({
      ...app,
      tasks: app.tasks.filter((task) => task.name.toLowerCase().includes(sought)),
      types: app.types
        .map((type) => ({
          ...type,
          actions: type.actions.filter((action) =>
            `${type.name}: ${action.label} ${action.description}`.toLowerCase().includes(sought),
          ),
        }))
        .filter((type) => type.actions.length > 0),
    }))
    .filter((app) => app.tasks.length > 0 || app.types.length > 0);
}

/** "Animals: see, change; Treatments: see" */
export function permissionWords(permissions: readonly Permission[]): string {
  const types = new Map<string, string[]>();
  for (const one of permissions) {
    types.set(one.type, [...(types.get(one.type) ?? []), one.action]);
  }
  return [...types].map(([type, actions]) => `${type}: ${actions.join(", ")}`).join("; ");
}

/** "3 permissions too many, 1 of them sensitive" */
export function excessWords(excess: readonly Permission[]): string {
  if (excess.length === 0) {
    return "nothing else";
  }
  const count = (sensitivity: string) => excess.filter((one) => one.sensitivity === sensitivity).length;
  const careful = [
    [count("PRIVILEGED"), "privileged"],
    [count("SENSITIVE"), "sensitive"],
  ].filter(([number]) => number !== 0);
  const more = `${excess.length} ${excess.length === 1 ? "permission" : "permissions"} more than needed`;
  return careful.length === 0 ? more : `${more}, ${careful.map((one) => one.join(" ")).join(" and ")}`;
}
