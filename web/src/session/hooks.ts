import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { Schemas } from "../api/client";
import { sessionQuery } from "../api/queries";

/** The session of the page that is drawn: pages are only drawn to those who are signed in. */
export function useSession(): Schemas["SessionView"] {
  const { data } = useQuery(sessionQuery);
  if (data === undefined || data === null) {
    throw new Error("pages are drawn only when somebody is signed in");
  }
  return data;
}

export function useMay(act: string): boolean {
  return isAllowed(useSession(), act);
}

/** Whoever prepares or applies changes may help people to sign in as well. */
export function isAllowed(session: Schemas["SessionView"], act: string): boolean {
  return (
    session.acts.includes(act) ||
    (act === "HELP" && (session.acts.includes("PREPARE") || session.acts.includes("APPLY")))
  );
}

/** Messages are sent by whoever helps or applies; preparing changes alone is not enough. */
export function useMaySend(): boolean {
  const { acts } = useSession();
  return acts.includes("HELP") || acts.includes("APPLY");
}

/** Whether one may do what concerns all tenants and everybody. */
export function useMayEverywhere(act: string): boolean {
  const session = useSession();
  return session.acts.includes(act) && session.everywhere;
}

/** Whether one sees everything, and not one's own scope alone: then most pages are there. */
export function useSeesAll(): boolean {
  return !useSession().seesScopeOnly;
}

/** The organisation's time, which may be another than this machine's; moves on every half minute. */
export function useNow(): number {
  const session = useQuery(sessionQuery);
  const [ticked, setTicked] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setTicked(Date.now()), 30_000);
    return () => clearInterval(timer);
  }, []);
  const told = session.data?.now;
  return told === undefined ? ticked : ticked + (new Date(told).getTime() - session.dataUpdatedAt);
}
