import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { changesetAboutQuery } from "../api/changeQueries";
import { count } from "../ui/words";

const MOST = 12;

const PAGES: Record<string, "/people/$id" | "/groups/$id" | "/roles/$id" | "/tenants/$id"> = {
  person: "/people/$id",
  group: "/groups/$id",
  role: "/roles/$id",
  tenant: "/tenants/$id",
};

/** Whom and what a changeset was about, each with its page. */
export function Touched({ version }: { version: number }) {
  const about = useQuery(changesetAboutQuery(version, "")).data ?? [];
  return about.length === 0 ? null : (
    <section aria-labelledby="touched" className="mt-5">
      <h2 id="touched">What it was about</h2>
      <ul className="mt-1">
        {about.slice(0, MOST).map((one) => {
          const page = PAGES[one.kind.toLowerCase()];
          return (
            <li key={`${one.kind} ${one.id}`} className="flex min-h-8 items-center gap-2">
              {page === undefined ? (
                <span className="min-w-0 flex-1 truncate font-semibold">{one.name}</span>
              ) : (
                <Link
                  to={page}
                  params={{ id: one.id }}
                  className="min-w-0 flex-1 truncate font-semibold hover:underline"
                >
                  {one.name}
                </Link>
              )}
              <span className="text-sm text-soft">{one.kind.toLowerCase()}</span>
            </li>
          );
        })}
      </ul>
      {about.length > MOST && <p className="text-soft">and {count(about.length - MOST, "more")}</p>}
    </section>
  );
}
