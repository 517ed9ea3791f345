import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef, type ReactNode } from "react";
import { useKeys } from "./keys";

/** A list of any length; J and K move through it, and what is open is scrolled into view. */
export function VirtualList<T>({
  items,
  label,
  rowHeight,
  keyOf,
  isOpen,
  onOpen,
  children,
}: {
  items: readonly T[];
  label: string;
  rowHeight: number;
  keyOf: (item: T) => string;
  isOpen: (item: T) => boolean;
  onOpen: (item: T) => void;
  children: (item: T) => ReactNode;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  // the rows drawn follow from the scroll position, which the compiler cannot see
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 8,
  });
  const open = items.findIndex(isOpen);
  useEffect(() => {
    if (open >= 0) {
      rows.scrollToIndex(open, { align: "auto" });
    }
  }, [open, rows]);
  const move = (step: number) => {
    const next = items[Math.min(items.length - 1, Math.max(0, open + step))];
    if (next !== undefined) {
      onOpen(next);
    }
  };
  useKeys({ j: () => move(1), k: () => move(-1) });
  return (
    <div ref={scroller} className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label={label}>
      <ul className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((row) => {
          const item = items[row.index];
          return item === undefined ? null : (
            <li
              key={keyOf(item)}
              className="absolute inset-x-0 border-b border-line"
              style={{ height: rowHeight, transform: `translateY(${row.start}px)` }}
            >
              {children(item)}
            </li>
          );
        })}
      </ul>
    </div>
  );
}
