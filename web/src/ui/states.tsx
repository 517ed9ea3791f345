import type { ReactNode } from "react";
import { Problem } from "../api/client";

/** What is drawn while something is read: quiet, in the shape of lines. */
export function Loading({ what }: { what: string }) {
  return (
    <div role="status" className="space-y-3 p-5" aria-label={`Reading ${what}`}>
      <div className="skeleton h-5 w-1/3" />
      <div className="skeleton h-4 w-2/3" />
      <div className="skeleton h-4 w-1/2" />
    </div>
  );
}

/** A failure in words, with the way out. */
export function Failure({ failure, retry }: { failure: Error; retry?: () => void }) {
  const forbidden = failure instanceof Problem && failure.status === 403;
  return (
    <div role="alert" className="m-5 card-plain max-w-xl p-4">
      <h2>{forbidden ? "Not yours to see" : "That did not work"}</h2>
      <p className="mt-1">{failure.message}</p>
      {failure instanceof Problem &&
        failure.fields
          .filter((field) => field.text !== failure.message)
          .map((field) => (
            <p key={field.field} className="mt-1 text-soft">
              {field.field}: {field.text}
            </p>
          ))}
      {retry !== undefined && !forbidden && (
        <button type="button" className="btn btn-sm mt-3" onClick={retry}>
          Try again
        </button>
      )}
    </div>
  );
}

/** Nothing to show, and why that is. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="px-5 py-8 text-center">
      <p className="font-semibold">{title}</p>
      {children !== undefined && <p className="mt-1 text-soft">{children}</p>}
    </div>
  );
}

/** The same inside a list, which may hold nothing but its items. */
export function EmptyItem({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <li>
      <Empty title={title}>{children}</Empty>
    </li>
  );
}

interface Reading<T> {
  data: T | undefined;
  error: Error | null;
  refetch: () => unknown;
}

/** Draws what was read, or the state of the reading. */
export function Read<T>({ of, what, children }: { of: Reading<T>; what: string; children: (data: T) => ReactNode }) {
  if (of.data !== undefined) {
    return <>{children(of.data)}</>;
  }
  return of.error === null ? <Loading what={what} /> : <Failure failure={of.error} retry={() => void of.refetch()} />;
}
