import type { Schemas } from "../api/client";

/** The fields of a role that hold for whom it is made, from subjects such as `person:…` and `group:…`. */
export function expectedFields(subjects: readonly string[]): Record<string, string> {
  const ids = (kind: string) =>
    subjects
      .filter((one) => one.startsWith(`${kind}:`))
      .map((one) => one.slice(kind.length + 1))
      .join(", ");
  return { expected: ids("person"), "expected-groups": ids("group") };
}

/** Those who are expected to have a role and do not. */
export function stillToGive(expected: readonly Schemas["Expected"][]): string[] {
  return expected.filter((one) => !one.has).map((one) => one.subject);
}
