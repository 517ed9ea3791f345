import { useState, type RefObject } from "react";

/** Whether the text is on the clipboard now. Without TLS, browsers other than on the same machine have no clipboard. */
async function isOnClipboard(text: string): Promise<boolean> {
  if (!window.isSecureContext) {
    return false;
  }
  try {
    await navigator.clipboard.writeText(text);
    return true;
  } catch {
    return false;
  }
}

/** Selects what an element shows, to be copied by key. */
function select(element: HTMLElement | null) {
  if (element instanceof HTMLTextAreaElement) {
    element.focus();
    element.select();
  } else if (element !== null) {
    window.getSelection()?.selectAllChildren(element);
  }
}

/** Copies a text; where the browser refuses, selects the element that shows it and says which keys copy it. */
export function Copy({
  text,
  shownBy,
  words = "Copy",
}: {
  text: string;
  shownBy: RefObject<HTMLElement | null>;
  words?: string;
}) {
  const [last, setLast] = useState<{ text: string; isCopied: boolean } | null>(null);
  const isCurrent = last?.text === text;
  async function copy() {
    const isCopied = await isOnClipboard(text);
    if (!isCopied) {
      select(shownBy.current);
    }
    setLast({ text, isCopied });
  }
  return (
    <>
      <button type="button" className="btn btn-sm" onClick={() => void copy()}>
        {isCurrent && last.isCopied ? "Copied" : words}
      </button>
      <span role="status" className="text-sm">
        {isCurrent && !last.isCopied && "Selected. Press Ctrl+C (⌘C on a Mac) to copy."}
      </span>
    </>
  );
}
