import { expect, test } from "vitest";
import type { Schemas } from "../api/client";
import { stuckOf } from "./stuck";

type Step = Schemas["StepView"];

const step = (more: Partial<Step>): Step =>
  ({ id: "s", state: "DONE", detail: "", attempts: 0, held: false, ...more }) as Step;

const job = (steps: Step[]) =>
  ({ tenants: [{ id: "north", name: "North", colour: 0, steps }] }) as unknown as Schemas["JobView"];

test("steps that go on by themselves are not stuck", () => {
  expect(
    stuckOf(job([step({}), step({ state: "WAITING" }), step({ state: "SENT" }), step({ state: "SKIPPED" })])),
  ).toEqual([]);
});

test("what is stuck is told once for each reason, the most frequent first", () => {
  const found = stuckOf(
    job([
      step({ state: "REFUSED", detail: "no seat" }),
      step({ state: "WAITING", held: true }),
      step({ state: "WAITING", held: true }),
      step({ state: "WAITING", attempts: 2, detail: "no answer" }),
      step({ state: "DIFFERS", detail: "closed there" }),
    ]),
  );
  expect(found[0]).toMatchObject({ steps: 2, why: "held until what it needs is settled" });
  expect(found.map((one) => one.why)).toEqual(
    expect.arrayContaining(["refused: no seat", "tried 2 times: no answer", "not as wanted: closed there"]),
  );
  expect(found.reduce((sum, one) => sum + one.steps, 0)).toBe(5);
});
