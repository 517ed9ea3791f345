import type { Schemas } from "../api/client";
import { headWords, partWords, restOf } from "./entryWords";

/** One change: what is done to whom, and below it the parts, each with what it was where it was something else. */
export function ToldLine({ told }: { told: Schemas["ToldView"] }) {
  const rest = restOf(told);
  return (
    <>
      <p className="font-semibold break-words">{headWords(told)}</p>
      {rest.length > 0 && (
        <p className="flex flex-wrap gap-x-4 text-sm break-words text-soft">
          {rest.map((part) => (
            <span key={part.label}>
              {part.label} <span className="text-base-content">{partWords(part)}</span>
            </span>
          ))}
        </p>
      )}
    </>
  );
}
