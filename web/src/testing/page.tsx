import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import {
  createMemoryHistory,
  createRootRoute,
  createRoute,
  createRouter,
  RouterProvider,
} from "@tanstack/react-router";
import { cleanup, render } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, vi } from "vitest";
import type { Schemas } from "../api/client";
import { sessionQuery } from "../api/queries";
import { answerRequests } from "./requests";

export interface Asked {
  method: string;
  path: string;
  version: string | null;
  body: unknown;
}

type Answering = (asked: Asked) => unknown;

function bodyOf(text: string, type: string | null): unknown {
  return text === "" ? undefined : type === "text/csv" ? text : (JSON.parse(text) as unknown);
}

/** What the server was asked, in order, and what it answers; whatever has no answer is not found. */
export function server(answering: Answering): Asked[] {
  const all: Asked[] = [];
  answerRequests(async (request) => {
    const text = await request.text();
    const asked = {
      method: request.method,
      path: new URL(request.url).pathname,
      version: request.headers.get("If-Match"),
      body: bodyOf(text, request.headers.get("Content-Type")),
    };
    all.push(asked);
    const answer = await answering(asked);
    return answer === undefined
      ? Response.json({ detail: "There is no such thing." }, { status: 404 })
      : Response.json(answer);
  });
  return all;
}

const SESSION = {
  login: "tove",
  name: "Tove",
  acts: ["LOOK", "PREPARE", "APPLY"],
  everywhere: true,
  seesScopeOnly: false,
  zone: "Europe/London",
  now: "2026-11-23T08:00:00Z",
} as unknown as Schemas["SessionView"];

/** Draws something as part of a page that somebody is signed in to. */
export function draw(what: ReactNode, address = "/") {
  // jsdom has none; the ids of tests need no escaping
  vi.stubGlobal("CSS", { escape: (text: string) => text });
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  client.setQueryData(sessionQuery.queryKey, SESSION);
  const root = createRootRoute({
    component: () => <>{what}</>,
    validateSearch: (search: Record<string, unknown>) => search,
  });
  const draft = createRoute({ getParentRoute: () => root, path: "/changes/drafts/$id" });
  const router = createRouter({
    routeTree: root.addChildren([draft]),
    history: createMemoryHistory({ initialEntries: [address] }),
  });
  render(
    <QueryClientProvider client={client}>
      <RouterProvider router={router as never} />
    </QueryClientProvider>,
  );
  return { client, address: () => router.state.location.pathname };
}

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
