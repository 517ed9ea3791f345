export interface Span {
  id: string;
  from?: string | null | undefined;
  until?: string | null | undefined;
}

export interface Bar<T extends Span> {
  of: T;
  left: number;
  width: number;
  isPast: boolean;
}

const MARGIN = 120 * 86_400_000;

/** Places spans in per cent of the width, from the first beginning (or some months back) to some months from now. */
export function layOut<T extends Span>(spans: readonly T[], now: number): { bars: Bar<T>[]; now: number } {
  const time = (text: string | null | undefined, otherwise: number) => (text ? new Date(text).getTime() : otherwise);
  const starts = spans.map((span) => time(span.from, now - MARGIN));
  const first = Math.min(now - MARGIN, ...starts);
  const last = Math.max(
    now + MARGIN,
    ...starts.map((start) => start + MARGIN),
    ...spans.map((span) => time(span.until, 0)),
  );
  const place = (at: number) => ((at - first) / (last - first)) * 100;
  const bars = spans.map((of) => {
    const left = place(time(of.from, first));
    const end = time(of.until, last);
    return { of, left, width: Math.max(0.5, place(end) - left), isPast: end <= now };
  });
  return { bars, now: place(now) };
}
