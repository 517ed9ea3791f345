/** How a job stands, in words and in looks. */
export const JOB_STATES: Record<string, { words: string; look: string }> = {
  RUNNING: { words: "on its way", look: "text-primary" },
  DONE: { words: "confirmed", look: "text-success" },
  REFUSED: { words: "refused", look: "text-error" },
  DIFFERS: { words: "▲ not as wanted", look: "" },
  SKIPPED: { words: "▲ ended, not whole", look: "" },
};
