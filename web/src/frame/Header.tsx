import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useRouterState } from "@tanstack/react-router";
import type { ReactNode } from "react";
import { deskQuery } from "../api/queries";
import { tenantsQuery } from "../api/tenantQueries";
import { useSeesAll, useSession } from "../session/hooks";
import { SETTINGS } from "../settings/settings";
import { useSignOut } from "../session/mutations";
import { ButtonMenu } from "../ui/menu";
import { chooseTheme, storedTheme } from "../ui/theme";
import { Mark } from "./Mark";

const PLACES = [
  { to: "/", name: "Desk", isForAll: false },
  { to: "/people", name: "People", isForAll: true },
  { to: "/groups", name: "Groups", isForAll: false },
  { to: "/roles", name: "Roles", isForAll: false },
  { to: "/tenants", name: "Tenants", isForAll: true },
  { to: "/changes", name: "Changes", isForAll: false },
  { to: "/log", name: "Log", isForAll: false },
  { to: "/reports", name: "Reports", isForAll: false },
  { to: "/settings", name: "Settings", isForAll: false },
] as const;

const HERE = "border-b-primary! font-bold text-base-content!";

/** What somebody may do besides looking, or that they may look. */
function mayWords(acts: readonly string[]): string {
  const more = acts
    .filter((act) => act !== "LOOK")
    .map((act) =>
      act === "GOVERN" ? "manage administrators" : act === "HELP" ? "help people sign in" : act.toLowerCase(),
    );
  return `may ${more.length === 0 ? "look" : more.join(", ")}`;
}

function initials(name: string): string {
  return name
    .split(" ")
    .map((part) => part[0] ?? "")
    .join("")
    .slice(0, 2);
}

export function Header({ find, onKeys }: { find: ReactNode; onKeys: () => void }) {
  const seesAll = useSeesAll();
  const desk = useQuery({ ...deskQuery, enabled: seesAll });
  const tenants = useQuery(tenantsQuery);
  const off = tenants.data?.filter((tenant) => tenant.differences > 0).length ?? 0;
  const isSetting = useRouterState({
    select: (state) => SETTINGS.some((one) => state.location.pathname.startsWith(one.to)),
  });
  const counts: Record<string, number> = { Desk: desk.data?.total ?? 0, Tenants: off };
  return (
    <header className="flex h-[50px] items-center gap-5 border-b border-base-300 bg-base-100 px-4">
      <Link to="/" aria-label={seesAll ? "Wexa, to the Desk" : "Wexa, to the people"}>
        <Mark />
      </Link>
      <nav aria-label="Places" className="flex h-full">
        {PLACES.filter((place) => seesAll || place.isForAll).map((place) => (
          <Link
            key={place.to}
            to={place.to}
            activeOptions={{ exact: place.to === "/" }}
            className={`flex items-center border-y-3 border-transparent px-2.5 font-medium hover:text-base-content ${place.to === "/settings" && isSetting ? HERE : "text-soft"}`}
            activeProps={{ className: HERE }}
          >
            {place.name}
            {(counts[place.name] ?? 0) > 0 && (
              <span
                className="ml-1.5 rounded-lg bg-[var(--line)] px-1.5 font-mono text-xs font-semibold text-base-content"
                title={place.name === "Desk" ? "things that need attention" : "tenants that differ"}
              >
                {counts[place.name]}
              </span>
            )}
          </Link>
        ))}
      </nav>
      <div className="ml-auto flex items-center gap-3">
        {find}
        <Account onKeys={onKeys} />
      </div>
    </header>
  );
}

function Account({ onKeys }: { onKeys: () => void }) {
  const session = useSession();
  const signOut = useSignOut();
  const navigate = useNavigate();
  const seesAll = useSeesAll();
  const may = seesAll ? mayWords(session.acts) : "sees only their scope";
  return (
    <ButtonMenu
      label={`${session.name}, ${may}: your menu`}
      className="grid size-8 cursor-pointer place-items-center rounded-full bg-primary font-head text-xs font-semibold text-primary-content"
      button={initials(session.name)}
      head={
        <>
          <p className="px-3 pt-2 font-semibold">{session.name}</p>
          <p className="px-3 pb-2 text-sm text-soft">{may}</p>
        </>
      }
      choices={[
        { name: "Light or dark", go: () => chooseTheme(storedTheme() === "night" ? "linen" : "night") },
        { name: "Keys", go: onKeys },
        { name: "Your sign-in", go: () => void navigate({ to: "/sign-in" }) },
        { name: "Sign out", go: () => signOut.mutate() },
      ]}
    />
  );
}
