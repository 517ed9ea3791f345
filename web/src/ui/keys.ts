import { useEffect, useRef } from "react";
import { tinykeys } from "tinykeys";

function takesText(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName))
  );
}

/** Keys that belong to what is being typed in mean nothing else, also where a list beside it is told of them. */
function isTyping(target: EventTarget | null): boolean {
  return takesText(target) || takesText(document.activeElement);
}

/** What keys do while a component is shown: those with a modifier always, the others where nobody is typing. */
export function useKeys(bindings: Record<string, () => void>) {
  const latest = useRef(bindings);
  useEffect(() => {
    latest.current = bindings;
  });
  const names = Object.keys(bindings).join(" ");
  useEffect(
    () =>
      tinykeys(
        window,
        Object.fromEntries(
          names.split(" ").map((name) => [
            name,
            (event: KeyboardEvent) => {
              if (name.startsWith("$mod+") || !isTyping(event.target)) {
                event.preventDefault();
                latest.current[name]?.();
              }
            },
          ]),
        ),
      ),
    [names],
  );
}
