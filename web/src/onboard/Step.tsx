import type { ReactNode } from "react";

/** One numbered step with the line that leads to the next. */
export function Step({
  number,
  title,
  isDone,
  isLast = false,
  children,
}: {
  number: number;
  title: ReactNode;
  isDone: boolean;
  isLast?: boolean;
  children: ReactNode;
}) {
  return (
    <li className="relative grid grid-cols-[26px_1fr] gap-x-3 pb-4">
      {!isLast && (
        <span
          aria-hidden
          className={`absolute top-6 bottom-0 left-3 w-[3px] rounded ${isDone ? "bg-primary" : "border-l-3 border-dashed border-base-300"}`}
        />
      )}
      <span
        aria-hidden
        className={`z-10 grid size-[26px] place-items-center rounded-full font-head text-sm font-semibold ${
          isDone ? "bg-primary text-primary-content" : "border-2 border-base-300 bg-base-100 text-soft"
        }`}
      >
        {number}
      </span>
      <div className="min-w-0">
        <h2>{title}</h2>
        <div className="mt-1.5">{children}</div>
      </div>
    </li>
  );
}
