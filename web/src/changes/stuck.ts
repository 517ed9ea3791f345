import type { Schemas } from "../api/client";
import { count } from "../ui/words";

export interface Stuck {
  tenant: string;
  colour: number;
  why: string;
  steps: number;
}

/** Steps that do not go on by themselves or were tried before, by tenant and reason, the most first. */
export function stuckOf(job: Schemas["JobView"]): Stuck[] {
  const found = new Map<string, Stuck>();
  for (const tenant of job.tenants) {
    for (const step of tenant.steps) {
      const why = reason(step);
      if (why !== undefined) {
        const key = `${tenant.id} ${why}`;
        const before = found.get(key);
        found.set(key, { tenant: tenant.name, colour: tenant.colour, why, steps: (before?.steps ?? 0) + 1 });
      }
    }
  }
  return [...found.values()].toSorted((one, other) => other.steps - one.steps);
}

function reason(step: Schemas["StepView"]): string | undefined {
  switch (step.state) {
    case "REFUSED":
      return `refused: ${step.detail}`;
    case "DIFFERS":
      return `not as wanted: ${step.detail}`;
    case "UNKNOWN":
      return "the answer was lost; it is looked up";
    case "WAITING":
      return step.held
        ? "held until what it needs is settled"
        : step.attempts > 0
          ? `tried ${count(step.attempts, "time")}: ${step.detail}`
          : undefined;
    default:
      return undefined;
  }
}
