import type { Schemas } from "../api/client";

type Sensitivity = Schemas["RoleRow"]["sensitivity"];
type Stage = Schemas["RoleRow"]["stage"];

const SENSITIVITIES: Record<Sensitivity, string> = {
  NORMAL: "normal",
  SENSITIVE: "sensitive",
  PRIVILEGED: "privileged",
};

export function sensitivityWord(sensitivity: Sensitivity): string {
  return SENSITIVITIES[sensitivity];
}

const SORTS: Record<Schemas["ActionView"]["sort"], string> = { LOOK: "look", WORK: "work", DECIDE: "decide" };

export function sortWord(sort: Schemas["ActionView"]["sort"]): string {
  return SORTS[sort];
}

const STAGES: Record<Stage, string> = {
  PREPARATION: "in preparation",
  OPEN: "in use",
  CLOSED: "closed to new assignments",
};

export function stageWords(stage: Stage): string {
  return STAGES[stage];
}
