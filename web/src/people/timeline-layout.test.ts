import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { layOut } from "./timeline-layout";

const NOW = Date.parse("2026-11-23T08:00:00Z");
const instants = fc
  .date({ min: new Date("2010-01-01"), max: new Date("2040-01-01"), noInvalidDate: true })
  .map((date) => date.toISOString());

describe("the timeline", () => {
  it("keeps every bar and now inside the strip, in the order of time", () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ id: fc.uuid(), from: fc.option(instants), until: fc.option(instants) })),
        (spans) => {
          const sound = spans.filter((span) => span.from === null || span.until === null || span.from < span.until);
          const layout = layOut(sound, NOW);
          expect(layout.now).toBeGreaterThan(0);
          expect(layout.now).toBeLessThan(100);
          for (const bar of layout.bars) {
            expect(bar.left).toBeGreaterThanOrEqual(0);
            expect(bar.left).toBeLessThanOrEqual(100);
            expect(bar.width).toBeGreaterThan(0);
          }
        },
      ),
    );
  });

  it("calls past what has ended", () => {
    const layout = layOut([{ id: "a", from: "2026-01-01T00:00:00Z", until: "2026-10-01T00:00:00Z" }, { id: "b" }], NOW);
    expect(layout.bars.map((bar) => bar.isPast)).toEqual([true, false]);
  });
});
