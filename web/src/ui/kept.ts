import { useState } from "react";

/** A set of ids that outlives leaving the page, as long as the browser's tab is open. */
export function useKeptSet(key: string): [ReadonlySet<string>, (next: ReadonlySet<string>) => void] {
  const [ids, setIds] = useState<ReadonlySet<string>>(() => new Set(read(key)));
  return [
    ids,
    (next) => {
      setIds(next);
      try {
        sessionStorage.setItem(key, JSON.stringify([...next]));
      } catch {
        // more than the browser keeps is still chosen on this page
      }
    },
  ];
}

function read(key: string): string[] {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(key) ?? "[]");
    return Array.isArray(kept) ? kept.filter((one): one is string => typeof one === "string") : [];
  } catch {
    return [];
  }
}
