import type { Schemas } from "../api/client";
import { count } from "../ui/words";

/** Which drafts need a second person, in a sentence. */
export function secondPersonWords(
  policy: Pick<Schemas["ApprovalPolicyView"], "forPrivileged" | "forConflicts" | "mostPeople">,
): string {
  const what = [
    policy.forPrivileged ? "gives privileged access" : "",
    policy.forConflicts ? "causes a conflict that a rule warns about" : "",
    `changes the access of more than ${count(policy.mostPeople, "person", "people")}`,
  ].filter((one) => one !== "");
  const last = what.pop() ?? "";
  return `A draft that ${what.length === 0 ? last : `${what.join(", ")} or ${last}`} needs the approval of another administrator, one who neither worked on it nor gains by it.`;
}
