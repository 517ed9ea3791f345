import type { Schemas } from "../api/client";

type Approval = Schemas["ApprovalView"];

/** Where a draft that needs a second person stands. */
export function approvalWords(approval: Approval): string {
  if (approval.isAlone) {
    return "This would need the approval of another administrator, and nobody else may approve. Applying it is noted in the log.";
  }
  switch (approval.state) {
    case "NEEDED":
      return "Needs the approval of another administrator.";
    case "ASKED":
      return "Waits for the approval of another administrator.";
    case "APPROVED":
      return "Approved. It can be applied as long as nothing about it changes.";
    case "REFUSED":
      return "Refused. Change it, then ask again.";
    case "LAPSED":
      return "What this draft does has changed since, so it needs approval again.";
    default:
      return "";
  }
}

/** Who asked; nothing where somebody approved without being asked. */
export function askedWords(approval: Approval): string {
  return approval.askedBy ? `${approval.askedBy} asked` : "";
}
