import { Link, Navigate, Outlet, useNavigate, useParams, useRouterState } from "@tanstack/react-router";
import { useState, type ReactNode } from "react";
import { VirtualList } from "./list";
import { Empty } from "./states";

export interface SideItem {
  id: string;
  name: string;
  note: string;
  mark: string;
  /** Short words that the search finds as well. */
  tags?: readonly string[];
  /** Lately made or changed: such stand on top. */
  isChanged?: boolean;
}

/** A searchable list at the left, and what is chosen from it beside. */
export function Side({
  label,
  items,
  to,
  empty,
  act,
}: {
  label: string;
  items: readonly SideItem[];
  to: "/groups/$id" | "/roles/$id";
  /** What stands there when there is nothing in the list. */
  empty: string;
  /** What can be begun here. */
  act?: ReactNode;
}) {
  const { id } = useParams({ strict: false });
  const navigate = useNavigate();
  const [typed, setTyped] = useState("");
  const text = typed.trim().toLowerCase();
  const shown = items.filter((item) =>
    `${item.name} ${item.note} ${item.tags?.join(" ") ?? ""}`.toLowerCase().includes(text),
  );
  const first = items[0];
  // nothing is chosen at the place's own address; on the way elsewhere this list is still drawn and must not lead back
  const isPlace = useRouterState({ select: (state) => state.location.pathname === to.replace("/$id", "") });
  return (
    <>
      <section aria-label={label} className="flex w-[300px] shrink-0 flex-col border-r border-base-300 bg-base-100">
        <div className="relative border-b border-base-300 px-3.5 py-2.5">
          <input
            aria-label={`Search ${label.toLowerCase()}`}
            className="input h-9 w-full pr-20"
            placeholder="Search"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <span role="status" className="pointer-events-none absolute top-4.5 right-6 text-sm text-soft">
            {shown.length} of {items.length}
          </span>
          {act}
        </div>
        {shown.length === 0 ? (
          <Empty title="No results." />
        ) : (
          <VirtualList
            items={shown}
            label={`List of ${label.toLowerCase()}`}
            rowHeight={52}
            keyOf={(item) => item.id}
            isOpen={(item) => item.id === id}
            onOpen={(item) => void navigate({ to, params: { id: item.id } })}
          >
            {(item) => (
              <Link
                to={to}
                params={{ id: item.id }}
                className="row-hover flex h-full items-center gap-2 px-3.5"
                activeProps={{ className: "bg-chosen shadow-[inset_4px_0_var(--color-primary)]" }}
              >
                <span className="min-w-0 flex-1">
                  <b className="block truncate font-semibold">
                    {item.isChanged === true && (
                      <span className="mr-1.5 text-xs font-semibold text-primary">changed</span>
                    )}
                    {item.name}
                  </b>
                  <span className="block truncate text-sm text-soft">
                    {[...(item.tags ?? []), item.note].join(" · ")}
                  </span>
                </span>
                <span className="shrink-0 text-xs text-soft">{item.mark}</span>
              </Link>
            )}
          </VirtualList>
        )}
      </section>
      <div className="relative flex min-w-0 flex-1 flex-col overflow-auto px-5 py-4">
        {isPlace && first !== undefined ? (
          <Navigate to={to} params={{ id: first.id }} replace />
        ) : isPlace ? (
          <div className="grid flex-1 place-items-center">
            <Empty title={empty} />
          </div>
        ) : (
          <Outlet />
        )}
      </div>
    </>
  );
}
