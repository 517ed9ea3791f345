import { queryOptions } from "@tanstack/react-query";
import { api, take, type Schemas } from "./client";

/** What somebody who changes jobs leaves behind, keeps and gets; nothing is kept. */
export const moveQuery = (person: string, wanted: Schemas["MoveInput"]) =>
  queryOptions({
    queryKey: ["people", person, "move", wanted],
    queryFn: ({ signal }) =>
      take(api.POST("/api/v1/people/{id}/move", { signal, params: { path: { id: person } }, body: wanted })),
  });

/** What a change of name comes to in each tenant; nothing is kept. */
export const renameQuery = (person: string, names: Schemas["RenameInput"]) =>
  queryOptions({
    queryKey: ["people", person, "rename", names],
    queryFn: ({ signal }) =>
      take(api.POST("/api/v1/people/{id}/rename", { signal, params: { path: { id: person } }, body: names })),
  });

/** What somebody who left and comes back starts with; nothing is kept. */
export const returnQuery = (person: string, wanted: Schemas["ReturnInput"]) =>
  queryOptions({
    queryKey: ["people", person, "return", wanted],
    queryFn: ({ signal }) =>
      take(api.POST("/api/v1/people/{id}/return", { signal, params: { path: { id: person } }, body: wanted })),
  });
