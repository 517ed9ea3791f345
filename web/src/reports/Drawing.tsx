import * as Plot from "@observablehq/plot";
import { useEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";

type Bars = Schemas["ReportView"]["bars"];

/** Bars, each with its number in words of its own row, so that nothing is told by colour alone. */
export function Drawing({ bars, measure, title }: { bars: Bars; measure: string; title: string }) {
  const place = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const found = place.current;
    if (found === null) {
      return undefined;
    }
    const watch = new ResizeObserver(() => setWidth(found.clientWidth));
    watch.observe(found);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    const found = place.current;
    if (found === null || width === 0) {
      return undefined;
    }
    const drawn = /^\d{4}-\d\d-\d\d$/.test(bars[0]?.label ?? "") ? overTime(bars, width) : byName(bars, width);
    // the parts have no role of their own that a name could belong to
    drawn.querySelectorAll("g").forEach((part) => {
      [...part.attributes]
        .filter((each) => each.name.startsWith("aria-"))
        .forEach((each) => part.removeAttribute(each.name));
    });
    drawn.setAttribute("role", "img");
    drawn.setAttribute("aria-label", `${title}, drawn as bars: the table below says the same`);
    found.replaceChildren(drawn);
    return () => drawn.remove();
  }, [bars, title, width]);
  // nothing is drawn of nothing
  return bars.every((bar) => bar.value === 0) ? null : (
    <figure className="card-plain mt-3 overflow-hidden px-3 py-2">
      <figcaption className="text-xs font-semibold text-soft">{measure}</figcaption>
      <div ref={place} />
    </figure>
  );
}

const STYLE = { color: "var(--color-base-content)", fontSize: "12px", fontFamily: "inherit", background: "none" };
const BAR = "var(--color-primary)";

/** In the order in which they first come. */
function seriesOf(bars: Bars): string[] {
  return [...new Set(bars.map((bar) => bar.series))];
}

/** Few things are counted one by one: there is no half of a person. */
function ticksTo(most: number, many: number): number | number[] {
  return Number.isInteger(most) && most < many ? Array.from({ length: most + 1 }, (_, at) => at) : many;
}

function byName(bars: Bars, width: number) {
  const isSplit = bars.some((bar) => bar.series !== "");
  const rows = new Set(bars.map((bar) => bar.label)).size;
  const longest = Math.max(...bars.map((bar) => bar.label.length));
  return Plot.plot({
    width,
    height: Math.max(60, rows * 22 + 46),
    marginLeft: Math.min(260, longest * 7 + 16),
    marginRight: 40,
    style: STYLE,
    // room for the figure behind the longest bar
    x: { label: null, grid: true, ticks: ticksTo(Math.max(...bars.map((bar) => bar.value)), 5), insetRight: 32 },
    y: { label: null, domain: [...new Set(bars.map((bar) => bar.label))] },
    ...(isSplit ? { fx: { label: null, domain: seriesOf(bars) } } : {}),
    marks: [
      Plot.barX(bars, {
        x: "value",
        y: "label",
        fill: BAR,
        insetTop: 3,
        insetBottom: 3,
        ...(isSplit ? { fx: "series" } : {}),
      }),
      Plot.text(bars, {
        x: "value",
        y: "label",
        text: (bar: Bars[number]) => (bar.value === 0 ? "" : bar.value.toLocaleString("en-GB")),
        textAnchor: "start",
        dx: 4,
        ...(isSplit ? { fx: "series" } : {}),
      }),
      Plot.ruleX([0]),
    ],
  });
}

function overTime(bars: Bars, width: number) {
  const isSplit = bars.some((bar) => bar.series !== "");
  const dated = bars.map((bar) => ({ ...bar, at: new Date(`${bar.label}T00:00:00Z`) }));
  const series = new Set(bars.map((bar) => bar.series)).size;
  return Plot.plot({
    width,
    height: 48 + series * 80,
    marginLeft: 36,
    marginBottom: 38,
    marginRight: isSplit ? 64 : 16,
    style: STYLE,
    x: { label: null, interval: isSplit ? "monday" : "day", type: "utc" },
    y: { label: null, grid: true, ticks: ticksTo(Math.max(...bars.map((bar) => bar.value)), 3) },
    ...(isSplit ? { fy: { label: null, domain: seriesOf(bars) } } : {}),
    marks: [
      Plot.rectY(dated, {
        x: "at",
        y: "value",
        interval: isSplit ? "monday" : "day",
        fill: BAR,
        ...(isSplit ? { fy: "series" } : {}),
      }),
      Plot.ruleY([0]),
    ],
  });
}
