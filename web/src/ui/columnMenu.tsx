import { movedUp } from "./workList";

interface Named {
  key: string;
  name: string;
}

/** Which columns are shown beside the first one, and in which order. */
export function ColumnMenu({
  columns,
  shown,
  onChange,
}: {
  columns: readonly Named[];
  shown: readonly string[];
  onChange: (shown: string[]) => void;
}) {
  const first = columns[0]?.key;
  const others = columns.filter((column) => column.key !== first);
  const inOrder = shown.flatMap((key) => others.find((column) => column.key === key) ?? []);
  const keys = inOrder.map((column) => column.key);
  const hidden = others.filter((column) => !keys.includes(column.key));
  return (
    <details className="relative">
      <summary className="btn btn-sm">Columns</summary>
      <ul className="card-plain absolute right-0 z-20 mt-1 max-h-96 w-60 overflow-auto p-2" aria-label="Columns">
        {[...inOrder, ...hidden].map((column) => {
          const at = keys.indexOf(column.key);
          return (
            <li key={column.key} className="flex min-h-8 items-center gap-1">
              <label className="flex min-w-0 flex-1 cursor-pointer items-center gap-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={at >= 0}
                  onChange={() => onChange(at >= 0 ? keys.filter((key) => key !== column.key) : [...keys, column.key])}
                />
                <span className="truncate">{column.name}</span>
              </label>
              {at >= 0 && (
                <>
                  <Move
                    words={`Move ${column.name} to the left`}
                    sign="←"
                    isOff={at === 0}
                    onPress={() => onChange(movedUp(keys, column.key))}
                  />
                  <Move
                    words={`Move ${column.name} to the right`}
                    sign="→"
                    isOff={at === keys.length - 1}
                    onPress={() => onChange(movedUp(keys, keys[at + 1] ?? column.key))}
                  />
                </>
              )}
            </li>
          );
        })}
      </ul>
    </details>
  );
}

function Move({ words, sign, isOff, onPress }: { words: string; sign: string; isOff: boolean; onPress: () => void }) {
  return (
    <button type="button" className="btn btn-ghost btn-xs px-1.5" aria-label={words} disabled={isOff} onClick={onPress}>
      {sign}
    </button>
  );
}
