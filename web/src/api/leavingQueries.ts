import { queryOptions } from "@tanstack/react-query";
import { api, take, type Schemas } from "./client";

/** What somebody who leaves holds, and what would become of it. */
export const leavingQuery = (person: string, wanted: Schemas["LeavingInput"]) =>
  queryOptions({
    queryKey: ["people", person, "leaving", wanted],
    queryFn: ({ signal }) =>
      take(api.POST("/api/v1/people/{id}/leaving", { signal, params: { path: { id: person } }, body: wanted })),
  });

const WHILE_CLOSING = 400;

/** Where somebody can still sign in; asked for often while tenants are being told. */
export const signInQuery = (person: string) =>
  queryOptions({
    queryKey: ["people", person, "sign-in"],
    queryFn: ({ signal }) => take(api.GET("/api/v1/people/{id}/sign-in", { signal, params: { path: { id: person } } })),
    refetchInterval: (query) =>
      query.state.data?.ways.some((one) => one.way === "CLOSING") === true ||
      (query.state.data?.absence != null && query.state.data.entry?.left === "WAITING")
        ? WHILE_CLOSING
        : false,
  });

/** What is left of somebody in the tenants. */
export const removalQuery = (person: string) =>
  queryOptions({
    queryKey: ["people", person, "removal"],
    queryFn: ({ signal }) => take(api.GET("/api/v1/people/{id}/removal", { signal, params: { path: { id: person } } })),
  });

/** Secrets that several people know. */
export const secretsQuery = queryOptions({
  queryKey: ["secrets"],
  queryFn: ({ signal }) => take(api.GET("/api/v1/secrets", { signal })),
});
