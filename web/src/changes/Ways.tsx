import type { Way } from "./Sorted";

const WAYS: [Way, string][] = [
  ["list", "List of changes"],
  ["people", "By person"],
  ["tenants", "By tenant"],
  ["text", "As text"],
];

/** How the changes of a review are laid out. */
export function Ways({ way, onWay }: { way: Way; onWay: (way: Way) => void }) {
  return (
    <div role="group" aria-label="Sort the review" className="mt-4 flex gap-1">
      {WAYS.map(([one, words]) => (
        <button
          key={one}
          type="button"
          aria-pressed={one === way}
          className={`btn btn-sm ${one === way ? "btn-primary" : ""}`}
          onClick={() => onWay(one)}
        >
          {words}
        </button>
      ))}
    </div>
  );
}
