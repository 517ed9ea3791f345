import { Link, useNavigate, useParams, useRouterState } from "@tanstack/react-router";
import { useEffect, useMemo, useRef } from "react";
import { Empty } from "../ui/states";
import { htmlOf, PAGES } from "./pages";

/** The manual, as it came with this build. */
export function ManualPage() {
  const { page: name } = useParams({ from: "/manual/$page" });
  const page = PAGES.find((one) => one.name === name);
  const html = useMemo(() => (page === undefined ? "" : htmlOf(page)), [page]);
  const hash = useRouterState({ select: (state) => state.location.hash });
  const navigate = useNavigate();
  const place = useRef<HTMLElement>(null);
  useEffect(() => {
    if (hash === "") {
      place.current?.scrollTo({ top: 0 });
    } else {
      document.getElementById(hash)?.scrollIntoView();
    }
  }, [hash, html]);
  return (
    <>
      <nav
        aria-label="Manual"
        className="w-52 shrink-0 overflow-auto border-r border-base-300 bg-base-100 py-3 max-[700px]:w-full print:hidden"
      >
        <ul>
          {PAGES.map((one) => (
            <li key={one.name}>
              <Link
                to="/manual/$page"
                params={{ page: one.name }}
                className="row-hover block px-4 py-1 font-semibold"
                activeProps={{ className: "bg-chosen shadow-[inset_4px_0_var(--color-primary)]" }}
              >
                {one.title}
              </Link>
            </li>
          ))}
        </ul>
      </nav>
      <section ref={place} className="min-w-0 flex-1 overflow-auto px-6 py-4" aria-label="Manual page">
        {page === undefined ? (
          <Empty title="The manual has no such page.">Choose one from the list.</Empty>
        ) : (
          <article
            className="manual max-w-4xl"
            onClick={(event) => {
              const link = event.target instanceof Element ? event.target.closest("a") : null;
              if (link !== null && !event.ctrlKey && !event.metaKey) {
                event.preventDefault();
                void navigate({ href: link.getAttribute("href") ?? "." });
              }
            }}
            dangerouslySetInnerHTML={{ __html: html }}
          />
        )}
      </section>
    </>
  );
}
