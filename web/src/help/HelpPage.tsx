import { useQuery } from "@tanstack/react-query";
import { Link, Outlet, useNavigate, useParams } from "@tanstack/react-router";
import { useDeferredValue, useState } from "react";
import { findPeopleQuery } from "../api/queries";
import { Empty } from "../ui/states";

/** Finding whoever cannot sign in, by what they say on the phone. */
export function HelpPage() {
  const { id } = useParams({ strict: false });
  const navigate = useNavigate();
  const [text, setText] = useState("");
  const asked = useDeferredValue(text.trim());
  const found = useQuery({ ...findPeopleQuery(asked), enabled: asked !== "" });
  const people = asked === "" ? [] : (found.data ?? []);
  return (
    <>
      <section
        aria-label="Who"
        className="flex w-72 shrink-0 flex-col border-r border-base-300 bg-base-100 max-[700px]:w-full"
      >
        <form
          className="border-b border-base-300 px-3.5 py-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (people[0] !== undefined) {
              void navigate({ to: "/help/$id", params: { id: people[0].row.id } });
            }
          }}
        >
          <h1 className="text-lg!">Help somebody sign in</h1>
          <label htmlFor="help-who" className="mt-2 block text-xs font-semibold text-soft">
            Name, number, e-mail or user name
          </label>
          <input
            id="help-who"
            autoFocus
            autoComplete="off"
            className="input mt-0.5 w-full"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </form>
        <ul className="min-h-0 overflow-auto">
          {people.map(({ row, how }) => (
            <li key={row.id} className="border-b border-line">
              <Link
                to="/help/$id"
                params={{ id: row.id }}
                className="row-hover block px-3.5 py-2"
                activeProps={{ className: "bg-chosen shadow-[inset_4px_0_var(--color-primary)]" }}
              >
                <b className="block font-semibold">{row.name}</b>
                <span className="block text-sm text-soft">
                  {[row.number, row.job, row.unit].filter((part) => part !== "").join(", ")}
                </span>
                {how !== "" && <span className="block text-sm text-soft">{how}</span>}
              </Link>
            </li>
          ))}
        </ul>
        {asked !== "" && found.isSuccess && people.length === 0 && (
          <Empty title="No one found.">Try the family name alone, or the staff number.</Empty>
        )}
      </section>
      <div className="flex min-w-0 flex-1">
        {id === undefined ? (
          <div className="grid flex-1 place-items-center">
            <Empty title="Who is it?">
              Type what they tell you to see what keeps them from signing in or from doing something.
            </Empty>
          </div>
        ) : (
          <Outlet />
        )}
      </div>
    </>
  );
}
