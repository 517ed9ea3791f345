import { capabilityWords } from "../ui/words";

/** What of a tenant is managed, and in one line what is not, because the tenant does not support it. */
export function Capabilities({ of }: { of: readonly string[] }) {
  const all = capabilityWords(of);
  const missing = all.filter((one) => !one.isThere).map((one) => one.words);
  return (
    <>
      <ul className="mt-1 text-sm">
        {all
          .filter((one) => one.isThere)
          .map((one) => (
            <li key={one.words}>
              <span className="text-success" aria-hidden>
                ✓
              </span>{" "}
              {one.words}
            </li>
          ))}
      </ul>
      {missing.length > 0 && (
        <p className="mt-1 text-sm text-soft">Not supported, so not managed: {missing.join(", ")}.</p>
      )}
    </>
  );
}
