import type { ReactNode } from "react";

interface Pages {
  hasNextPage: boolean;
  isFetchingNextPage: boolean;
  fetchNextPage: () => Promise<unknown>;
}

/** Asks for the next page of a list, where there is one. */
export function NextPage({ of, className = "mt-3", children }: { of: Pages; className?: string; children: ReactNode }) {
  if (!of.hasNextPage) {
    return null;
  }
  return (
    <button
      type="button"
      className={`btn btn-sm ${className}`}
      disabled={of.isFetchingNextPage}
      onClick={() => void of.fetchNextPage()}
    >
      {children}
    </button>
  );
}
