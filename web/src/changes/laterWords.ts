import type { Schemas } from "../api/client";
import { moment } from "../ui/dates";

/** When a draft is applied by itself, or why it was not. */
export function scheduleWords(schedule: Schemas["ScheduleView"], zone: string): string {
  const due = schedule.due ? moment(schedule.due, zone) : "";
  if (schedule.failedAt) {
    return `It was to be applied on ${due} and was not. ${schedule.detail ?? ""}`.trim();
  }
  return schedule.isLapsed
    ? `It will not be applied on ${due}, because it was changed since. Set the time again.`
    : `It will be applied on ${due}, in the name of ${schedule.by ?? "somebody"}.`;
}
