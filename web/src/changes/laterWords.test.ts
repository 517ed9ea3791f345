import { expect, test } from "vitest";
import { scheduleWords } from "./laterWords";

const DUE = { due: "2026-11-30T06:00:00Z", by: "tove", isLapsed: false };

test("it says when a draft is applied, that it is not any longer, or why it was not", () => {
  expect(scheduleWords(DUE, "Europe/London")).toBe("It will be applied on 30 Nov 2026, 06:00, in the name of tove.");
  expect(scheduleWords({ ...DUE, isLapsed: true }, "Europe/London")).toContain("because it was changed since");
  expect(scheduleWords({ ...DUE, failedAt: "2026-11-30T06:00:05Z", detail: "Review it again." }, "Europe/London")).toBe(
    "It was to be applied on 30 Nov 2026, 06:00 and was not. Review it again.",
  );
});
