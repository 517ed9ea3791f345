import type { Schemas } from "../api/client";
import { useNow, useSession } from "../session/hooks";
import { day, lastDay } from "../ui/dates";
import { engagementKind } from "../ui/words";
import { layOut } from "./timeline-layout";

type Engagement = Schemas["EngagementView"];

function words(engagement: Engagement, zone: string): string {
  const what = `${engagement.job}, ${engagement.unit}, ${engagementKind(engagement.kind)}`;
  const number = engagement.number ? ` ${engagement.number}` : "";
  const from = engagement.from ? ` from ${day(engagement.from, zone)}` : "";
  const until = engagement.until ? ` until ${lastDay(engagement.until, zone)}` : "";
  return `${what}${number}${from}${until}`;
}

/** Engagements as bars, with now marked above and below. */
export function Timeline({ engagements }: { engagements: Engagement[] }) {
  const session = useSession();
  const now = useNow();
  if (engagements.length === 0) {
    return <p className="text-soft">Never engaged.</p>;
  }
  const layout = layOut(engagements, now);
  return (
    <div className="card-plain relative overflow-hidden" role="list" aria-label="Engagements">
      {layout.bars.map((bar) => {
        const text = words(bar.of, session.zone);
        return (
          <div key={bar.of.id} role="listitem" className="relative h-7" title={text}>
            <span
              aria-hidden
              className={`absolute inset-y-0.5 rounded-xs ${bar.isPast ? "bg-band" : "bg-chosen"}`}
              style={{ left: `${bar.left}%`, width: `${bar.width}%` }}
            />
            <span className="absolute inset-y-0 right-2.5 left-2.5 truncate text-sm leading-7">{text}</span>
          </div>
        );
      })}
      {/* marked at both edges only, so that it never crosses the words */}
      {["top-0", "bottom-0"].map((edge) => (
        <span
          key={edge}
          aria-hidden
          className={`absolute ${edge} h-1.5 w-0.5 bg-base-content`}
          style={{ left: `${layout.now}%` }}
          title="now"
        />
      ))}
    </div>
  );
}
