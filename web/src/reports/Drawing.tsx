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
    if (found === null || width === 0 || bars.length === 0) {
      return undefined;
    }
    const drawn = /^\d{4}-\d\d-\d\d$/.test(bars[0]?.label ?? "")
      ? overTime(bars, measure, width)
      : byName(bars, measure, width);
    drawn.setAttribute("role", "img");
    drawn.setAttribute("aria-label", `${title}, drawn as bars: the table below says the same`);
    found.replaceChildren(drawn);
    return () => drawn.remove();
  }, [bars, measure, title, width]);
  return bars.length === 0 ? null : <div ref={place} className="card-plain mt-3 overflow-hidden px-3 py-2" />;
}

const INK = "var(--color-base-content)";
const BAR = "var(--color-primary)";

function byName(bars: Bars, measure: string, width: number) {
  const isSplit = bars.some((bar) => bar.series !== "");
  const rows = new Set(bars.map((bar) => bar.label)).size;
  const longest = Math.max(...bars.map((bar) => bar.label.length));
  return Plot.plot({
    width: width - 24,
    height: Math.max(60, rows * 22 + 46),
    marginLeft: Math.min(260, longest * 7 + 16),
    marginRight: 40,
    style: { color: INK, fontSize: "12px", background: "none" },
    x: { label: measure, grid: true, tickFormat: "d", ticks: 5 },
    y: { label: null, domain: [...new Set(bars.map((bar) => bar.label))] },
    ...(isSplit ? { fx: { label: null } } : {}),
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

function overTime(bars: Bars, measure: string, width: number) {
  const isSplit = bars.some((bar) => bar.series !== "");
  const dated = bars.map((bar) => ({ ...bar, at: new Date(`${bar.label}T00:00:00Z`) }));
  const series = new Set(bars.map((bar) => bar.series)).size;
  return Plot.plot({
    width: width - 24,
    height: 40 + series * 80,
    marginLeft: 36,
    marginRight: isSplit ? 64 : 16,
    style: { color: INK, fontSize: "12px", background: "none" },
    x: { label: null, interval: isSplit ? "week" : "day", type: "utc" },
    y: { label: measure, grid: true, ticks: 3, tickFormat: "d" },
    ...(isSplit ? { fy: { label: null } } : {}),
    marks: [
      Plot.rectY(dated, {
        x: "at",
        y: "value",
        interval: isSplit ? "week" : "day",
        fill: BAR,
        ...(isSplit ? { fy: "series" } : {}),
      }),
      Plot.ruleY([0]),
    ],
  });
}
