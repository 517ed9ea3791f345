import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Link, Outlet } from "@tanstack/react-router";
import { secretsQuery } from "../api/leavingQueries";
import {
  administratorsQuery,
  heldQuery,
  messagesQuery,
  PAIRS,
  pairsQuery,
  servicesQuery,
  setupQuery,
  unitsQuery,
} from "../api/queries";
import { useMay, useNow } from "../session/hooks";
import { stepsOf } from "../setup/steps";
import {
  administratorsState,
  directoriesState,
  heldState,
  messagesState,
  organisationState,
  programsState,
  secretsState,
  SETTINGS,
  setupState,
  type Setting,
  type State,
} from "./settings";

function useStates(): Partial<Record<Setting["to"], State>> {
  const now = useNow();
  const units = useQuery(unitsQuery).data;
  const setup = useQuery(setupQuery).data;
  const pairs = useQuery(pairsQuery(PAIRS)).data;
  const held = useQuery(heldQuery).data;
  const services = useQuery(servicesQuery).data;
  const secrets = useQuery(secretsQuery).data;
  const messages = useInfiniteQuery(messagesQuery([])).data?.pages[0];
  const administrators = useQuery(administratorsQuery).data;
  return {
    ...(units && { "/settings": organisationState(units) }),
    ...(setup && { "/setup": setupState(stepsOf(setup)) }),
    ...(pairs && { "/directories": directoriesState(pairs) }),
    ...(held && { "/inbound": heldState(held) }),
    ...(services && { "/programs": programsState(services.services, now) }),
    ...(secrets && { "/secrets": secretsState(secrets) }),
    ...(messages && { "/messages": messagesState(messages) }),
    ...(administrators && { "/administrators": administratorsState(administrators) }),
    "/security-log": { text: "kept for a year", isWrong: false },
  };
}

/** The settings at the left, each with how it stands, and one of them beside. */
export function SettingsLayout() {
  const states = useStates();
  const mayGovern = useMay("GOVERN");
  return (
    <>
      <nav
        aria-label="Settings"
        className="w-52 shrink-0 overflow-auto border-r border-base-300 bg-base-100 py-3 max-[700px]:w-full"
      >
        <ul>
          {SETTINGS.filter((one) => one.isForGovernors !== true || mayGovern).map((one) => {
            const state = states[one.to];
            return (
              <li key={one.to}>
                <Link
                  to={one.to}
                  className="row-hover block px-4 py-1.5"
                  activeProps={{ className: "bg-chosen shadow-[inset_4px_0_var(--color-primary)]" }}
                >
                  <b className="block font-semibold">{one.name}</b>
                  <span
                    className={`block text-sm ${state?.isWrong === true ? "font-semibold text-warning" : "text-soft"}`}
                  >
                    {state === undefined ? "…" : `${state.isWrong ? "▲ " : ""}${state.text}`}
                  </span>
                </Link>
              </li>
            );
          })}
        </ul>
      </nav>
      <div className="flex min-w-0 flex-1">
        <Outlet />
      </div>
    </>
  );
}
