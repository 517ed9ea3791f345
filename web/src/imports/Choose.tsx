import { useState } from "react";
import { useBring } from "./hooks";

/** Where a file is dropped or chosen. */
export function Choose({ words }: { words: string }) {
  const { bring, isPending, error } = useBring();
  const [isOver, setOver] = useState(false);
  return (
    <div>
      <label
        className={`flex cursor-pointer flex-col items-center rounded border-2 border-dashed px-6 py-8 text-center focus-within:outline-2 focus-within:outline-primary ${
          isOver ? "border-primary bg-chosen" : "border-base-300 bg-base-100"
        }`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          const file = event.dataTransfer.files[0];
          if (file !== undefined) {
            bring(file);
          }
        }}
      >
        <b className="font-semibold">{isPending ? "Reading…" : words}</b>
        <span className="mt-1 text-soft">
          CSV in UTF-8, with commas, semicolons or tabs, the first line naming the columns; or people as LDIF.
        </span>
        <input
          type="file"
          accept=".csv,.tsv,.txt,.ldif,text/csv"
          className="sr-only"
          aria-label={words}
          disabled={isPending}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file !== undefined) {
              bring(file);
            }
            event.target.value = "";
          }}
        />
      </label>
      {error !== null && (
        <p role="alert" className="mt-2 font-semibold text-error">
          ▲ {error.message}
        </p>
      )}
    </div>
  );
}
