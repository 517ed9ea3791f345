import { useRef, useState, type KeyboardEvent } from "react";
import type { Schemas } from "../api/client";
import { count } from "../ui/words";
import { byType, differs } from "./parts";
import { sensitivityWord } from "./roleWords";

type Page = Schemas["RolePage"];
type Line = Page["lines"][number];
type Ingredient = Page["ingredients"][number];

interface GridProps {
  page: Page;
  /** Only what the draft changes. */
  differsOnly?: boolean;
  /** Leaves a permission out, or gives it again; without it the grid is to read. */
  onExclude?: (permission: string) => void;
  /** Takes an ingredient out, or puts it back. */
  onIngredient?: (ingredient: Ingredient) => void;
}

/** Ingredients as columns, permissions as rows, the result last. The arrow keys go from cell to cell. */
export function CompositionGrid({ page, differsOnly = false, onExclude, onIngredient }: GridProps) {
  const [closed, setClosed] = useState<ReadonlySet<string>>(new Set());
  const table = useRef<HTMLTableElement>(null);
  const groups = byType(page.lines.filter((line) => !differsOnly || differs(line)));
  const severalApps = new Set(page.lines.map((line) => line.app)).size > 1;
  const toggle = (name: string) => {
    const next = new Set(closed);
    if (!next.delete(name)) {
      next.add(name);
    }
    setClosed(next);
  };
  let row = 0;
  return (
    <div className="card-plain shrink-0 overflow-x-auto">
      <table
        ref={table}
        role="grid"
        aria-label={`What ${page.role.name} is made of`}
        className="w-full border-separate border-spacing-0"
        onKeyDown={(event) => walk(event, table.current)}
      >
        <thead className="bg-base-100">
          <tr className="text-xs text-soft">
            <th scope="col" className="border-b border-line px-3 py-1.5 text-left font-semibold">
              What
            </th>
            <th scope="col" className="border-b border-line px-2 text-left font-semibold">
              Action
            </th>
            {page.ingredients.map((one) => (
              <Head key={one.id} ingredient={one} {...(onIngredient === undefined ? {} : { onIngredient })} />
            ))}
            <th
              scope="col"
              className="min-w-28 border-b border-l-2 border-b-[var(--line)] border-l-base-content bg-band px-2 font-semibold text-base-content"
            >
              {page.role.name}
              <br />
              <span className="font-normal text-soft">{count(page.role.permissions, "permission")}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {groups.map((group) => {
            const name = severalApps ? `${group.app} · ${group.type}` : group.type;
            const isClosed = closed.has(name);
            const given = group.lines.filter((line) => line.given).length;
            const fold = (
              <button
                type="button"
                className="cursor-pointer text-left font-semibold whitespace-nowrap hover:underline"
                aria-expanded={!isClosed}
                onClick={() => toggle(name)}
              >
                <span aria-hidden className="mr-1 inline-block w-2.5 text-soft">
                  {isClosed ? "▸" : "▾"}
                </span>
                {name}
              </button>
            );
            if (isClosed) {
              return (
                <tr key={name} className="h-[30px]">
                  <th scope="row" className="border-t border-line px-2 text-left">
                    {fold}
                  </th>
                  <td
                    colSpan={page.ingredients.length + 1}
                    className="border-t border-line px-2 text-sm whitespace-nowrap text-soft"
                  >
                    {given} of {count(group.lines.length, "permission")} given
                  </td>
                  <td className="border-t border-l-2 border-t-[var(--line)] border-l-base-content bg-band" />
                </tr>
              );
            }
            return group.lines.map((line, place) => (
              <Row
                key={line.permission}
                line={line}
                row={row++}
                isFirst={row === 1}
                head={place === 0 ? fold : <span className="sr-only">{name}</span>}
                page={page}
                {...(onExclude === undefined ? {} : { onExclude })}
                {...(onIngredient === undefined ? {} : { onIngredient })}
              />
            ));
          })}
          {groups.length === 0 && (
            <tr>
              <td colSpan={page.ingredients.length + 3} className="px-3 py-6 text-center text-soft">
                {differsOnly
                  ? "The draft changes nothing in this role."
                  : "This role is empty. Add a permission set or a role."}
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </div>
  );
}

function Head({ ingredient, onIngredient }: { ingredient: Ingredient; onIngredient?: (one: Ingredient) => void }) {
  const isOut = ingredient.presence === "REMOVED";
  return (
    <th
      scope="col"
      className="max-w-32 min-w-20 border-b border-l border-dashed border-line px-2 py-1.5 align-top font-semibold text-base-content"
    >
      <span className={isOut ? "line-through opacity-60" : ""}>{ingredient.name}</span>
      <br />
      <span className="font-normal text-soft">
        {ingredient.kind === "ROLE" ? "role" : "set"}
        {ingredient.presence === "ADDED" && <b className="text-success"> · added</b>}
        {isOut && <b className="text-error"> · removed</b>}
        {ingredient.redundant && <span> · redundant</span>}
      </span>
      {onIngredient !== undefined && (
        <button
          type="button"
          className="mx-auto mt-0.5 block cursor-pointer rounded border border-base-300 px-1.5 font-normal text-soft hover:text-base-content"
          aria-label={`${isOut ? "Put back" : "Remove"} ${ingredient.name}`}
          onClick={() => onIngredient(ingredient)}
        >
          {isOut ? "Put back" : "Remove"}
        </button>
      )}
    </th>
  );
}

function Row({
  line,
  row,
  isFirst,
  head,
  page,
  onExclude,
  onIngredient,
}: {
  line: Line;
  row: number;
  isFirst: boolean;
  head: React.ReactNode;
  page: Page;
  onExclude?: (permission: string) => void;
  onIngredient?: (ingredient: Ingredient) => void;
}) {
  const what = `${line.type}: ${line.action}`;
  const canExclude = onExclude !== undefined && (line.excluded || line.given);
  const keys = (ingredient?: Ingredient) => (event: KeyboardEvent) => {
    if ((event.key === " " || event.key === "Enter") && canExclude) {
      event.preventDefault();
      onExclude(line.permission);
    } else if (event.key === "Delete" && ingredient !== undefined) {
      event.preventDefault();
      onIngredient?.(ingredient);
    }
  };
  const cell = (column: number) => ({
    role: "gridcell",
    "data-row": row,
    "data-column": column,
    tabIndex: isFirst && column === 0 ? 0 : -1,
  });
  return (
    <tr className="h-[30px]">
      <th scope="row" className="border-t border-line px-2 text-left">
        {head}
      </th>
      <td className="border-t border-line px-2 whitespace-nowrap" title={line.description || line.permission}>
        {line.action} <span className="text-xs text-soft">{line.sort.toLowerCase()}</span>
        {line.sensitivity !== "NORMAL" && (
          <span
            className={`ml-1.5 rounded px-1 text-xs ${line.sensitivity === "PRIVILEGED" ? "bg-base-content text-base-100" : "border border-base-300 text-soft"}`}
          >
            {sensitivityWord(line.sensitivity)}
          </span>
        )}
      </td>
      {line.cells.map((state, column) => {
        const ingredient = page.ingredients[column];
        if (ingredient === undefined) {
          return null;
        }
        const isOut = ingredient.presence === "REMOVED";
        const words = state === "GIVES" ? "gives" : state === "LEFT_OUT" ? "excludes inside" : "does not have";
        return (
          <td
            key={ingredient.id}
            {...cell(column)}
            aria-label={`${ingredient.name}${isOut ? ", removed," : ""} ${words} ${what}`}
            className="border-t border-l border-dashed border-line px-3 text-center"
            onKeyDown={keys(ingredient)}
          >
            {state === "GIVES" && <Bar isFaint={isOut || line.excluded} isNew={ingredient.presence === "ADDED"} />}
            {state === "LEFT_OUT" && (
              <span aria-hidden title={`${ingredient.name} excludes this`} className="text-soft">
                ○
              </span>
            )}
          </td>
        );
      })}
      <td
        {...cell(line.cells.length)}
        aria-label={`${page.role.name} ${resultWords(line)} ${what}`}
        className={`border-t border-l-2 border-t-[var(--line)] border-l-base-content bg-band px-2 text-center ${canExclude ? "cursor-pointer hover:bg-chosen" : ""}`}
        title={canExclude ? (line.excluded ? "Include it again" : "Exclude it") : undefined}
        onKeyDown={keys()}
        onClick={canExclude ? () => onExclude(line.permission) : undefined}
      >
        <Result line={line} />
      </td>
    </tr>
  );
}

function resultWords(line: Line): string {
  if (line.excluded) {
    return "excludes";
  }
  return line.given ? (line.wasGiven ? "gives" : "newly gives") : line.wasGiven ? "no longer gives" : "does not give";
}

function Result({ line }: { line: Line }) {
  const change = line.given === line.wasGiven ? undefined : line.given ? "+" : "−";
  return (
    <span aria-hidden className="flex items-center justify-center gap-1.5">
      <span className="w-3 text-right font-bold">
        {change !== undefined && <span className={change === "+" ? "text-success" : "text-error"}>{change}</span>}
      </span>
      <span className="w-16">
        {line.excluded ? <b className="text-error">✕</b> : line.given ? <Bar isStrong /> : <span>–</span>}
      </span>
      <span className="w-3" />
    </span>
  );
}

function Bar({ isStrong = false, isFaint = false, isNew = false }) {
  const look = isStrong ? "bg-base-content" : isNew ? "bg-success" : "bg-primary";
  return <span aria-hidden className={`mx-auto block h-1 max-w-20 rounded ${look} ${isFaint ? "opacity-30" : ""}`} />;
}

const STEPS: Record<string, [number, number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/** Goes to the cell beside the one that has the focus, which keeps the place that Tab leads to. */
function walk(event: KeyboardEvent, table: HTMLTableElement | null) {
  const step = STEPS[event.key];
  const from = event.target instanceof HTMLElement ? event.target.closest<HTMLElement>("[data-row]") : null;
  if (step === undefined || from === null || table === null) {
    return;
  }
  const row = Number(from.dataset.row) + step[0];
  const column = Number(from.dataset.column) + step[1];
  const to = table.querySelector<HTMLElement>(`[data-row="${row}"][data-column="${column}"]`);
  event.preventDefault();
  if (to !== null) {
    from.tabIndex = -1;
    to.tabIndex = 0;
    to.focus();
  }
}
