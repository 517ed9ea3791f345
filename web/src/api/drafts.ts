import { queryOptions, useMutation, useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useRef } from "react";
import { api, Problem, take, type Schemas } from "./client";
import { draftQuery, draftsQuery } from "./changeQueries";

export type Draft = Schemas["DraftView"];
export type Entry = Draft["entries"][number];

export interface EntryInput {
  id: string;
  form: string;
  fields: Record<string, string>;
}

export function newId(): string {
  return crypto.randomUUID();
}

/** Whether a text is the id of a fact, and not a handle or key that names it. */
export function isId(text: string): boolean {
  return /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(text);
}

export function entry(form: string, fields: Record<string, string>): EntryInput {
  return { id: newId(), form, fields };
}

/** Edits of one draft go one after the other, each on the version that the one before gave. */
function inLine<T>(client: QueryClient, draft: string, work: () => Promise<T>): Promise<T> {
  return client
    .getMutationCache()
    .build<T, Error, void, unknown>(client, { scope: { id: `draft ${draft}` }, mutationFn: work })
    .execute();
}

/** The newest state of a draft, as an answer told it. */
export function keepDraft(client: QueryClient, draft: Draft) {
  client.setQueryData(draftQuery(draft.id).queryKey, draft);
  void client.invalidateQueries({ queryKey: draftsQuery.queryKey, exact: true });
}

/** Entries over those that are there: what an edit does not name stays, whatever was typed since it was drawn. */
export function over(known: Pick<Draft, "entries">, put: readonly EntryInput[]): EntryInput[] {
  return put.map((one) => {
    const before = known.entries.find((entry) => entry.id === one.id);
    return before === undefined ? one : { ...one, fields: { ...before.fields, ...one.fields } };
  });
}

function send(client: QueryClient, id: string, put: EntryInput[], taken: string[]): Promise<Draft> {
  return inLine(client, id, async () => {
    const known = await client.ensureQueryData(draftQuery(id));
    const draft = await take(
      api.PUT("/api/v1/drafts/{id}/entries", {
        params: { path: { id }, header: { "If-Match": `"${known.version}"` } },
        body: { put: over(known, put), taken },
      }),
    );
    keepDraft(client, draft);
    return draft;
  });
}

/** Changes what a draft says of itself, and not its entries. */
function useAmend<T>(id: string, body: (wanted: T) => Schemas["Amend"]) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (wanted: T) =>
      inLine(client, id, async () => {
        const known = await client.ensureQueryData(draftQuery(id));
        return take(
          api.PATCH("/api/v1/drafts/{id}", {
            params: { path: { id }, header: { "If-Match": `"${known.version}"` } },
            body: body(wanted),
          }),
        );
      }),
    onSuccess: (draft) => keepDraft(client, draft),
    onError: (failure) => reload(client, id, failure),
  });
}

/** Shows a draft that an answer brought, open in the dock. */
export function useShowDraft() {
  const client = useQueryClient();
  const navigate = useNavigate();
  return async (draft: Draft) => {
    keepDraft(client, draft);
    await navigate({ to: "/changes/drafts/$id", params: { id: draft.id }, search: { draft: draft.id } });
  };
}

/** Somebody else was faster: what they did is shown. */
export function reload(client: QueryClient, id: string, failure: unknown) {
  if (failure instanceof Problem && (failure.status === 412 || failure.status === 409)) {
    void client.invalidateQueries({ queryKey: draftQuery(id).queryKey, exact: true });
  }
}

/** An open draft, and what can be done to it. Every edit is kept at once and says so. */
export function useDraft(id: string) {
  const client = useQueryClient();
  const query = useQuery(draftQuery(id));
  const edit = useMutation({
    mutationFn: ({ put, taken }: { put: EntryInput[]; taken: string[] }) => send(client, id, put, taken),
    onError: (failure) => reload(client, id, failure),
  });
  const move = useAmend(id, (state: "OPEN" | "PARKED" | "DISCARDED") => ({ state }));
  const rename = useAmend(id, (name: string) => ({ name }));
  const explain = useAmend(id, (why: { reason?: string; ticket?: string }) => why);
  return {
    query,
    edit,
    move,
    rename,
    explain,
    put: (...put: EntryInput[]) => edit.mutate({ put, taken: [] }),
    take: (...taken: string[]) => edit.mutate({ put: [], taken }),
    set: (one: Entry, fields: Record<string, string>) =>
      edit.mutate({ put: [{ id: one.id, form: one.form, fields }], taken: [] }),
  };
}

/** The draft as text in one version; while a newer one is read, the one before stays on the screen. */
export function draftTextQuery(id: string, version: number) {
  return queryOptions({
    queryKey: ["drafts", id, "text", version],
    queryFn: async () => ({
      version,
      text: await take(api.GET("/api/v1/drafts/{id}/text", { params: { path: { id } }, parseAs: "text" })),
    }),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });
}

/** Starts a draft with its first entries. */
export function useStartDraft(onStarted: (draft: Draft) => void) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ name, put }: { name: string; put: EntryInput[] }) => {
      const draft = await take(api.POST("/api/v1/drafts", { body: { name } }));
      client.setQueryData(draftQuery(draft.id).queryKey, draft);
      return put.length === 0 ? draft : send(client, draft.id, put, []);
    },
    onSuccess: (draft) => {
      keepDraft(client, draft);
      onStarted(draft);
    },
  });
}

/** Puts entries into the open draft, or starts one of that name with them; the dock shows it. */
export function useAct() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { draft: open } = useSearch({ from: "__root__" });
  const start = useStartDraft(
    (draft) => void navigate({ to: ".", search: (before) => ({ ...before, draft: draft.id }) }),
  );
  const more = useMutation({
    mutationFn: ({ id, put }: { id: string; put: EntryInput[] }) => send(client, id, put, []),
  });
  const starting = useRef<Promise<Draft>>(undefined);
  const begin = (name: string, put: EntryInput[]) => {
    // what is done while the draft is being made goes into the same one
    const before = starting.current;
    if (before !== undefined) {
      return before.then((draft) => more.mutateAsync({ id: draft.id, put }));
    }
    const made = start.mutateAsync({ name, put });
    starting.current = made;
    void made.catch(() => undefined).finally(() => (starting.current = undefined));
    return made;
  };
  const add = (name: string, put: EntryInput[]): Promise<unknown> =>
    open === undefined ? begin(name, put) : more.mutateAsync({ id: open, put });
  return {
    act: (name: string, ...put: EntryInput[]) => void add(name, put).catch(() => undefined),
    /** Goes on only once all of it is in the draft: what was typed or chosen stays where it is refused. */
    actThen: (name: string, put: EntryInput[], onDone: () => void) =>
      void add(name, put)
        .then(onDone)
        .catch(() => undefined),
    error: start.error ?? more.error,
    isPending: start.isPending || more.isPending,
  };
}

/** Entries of one form, in their order. */
export function entriesOf(draft: Draft, form: string): Entry[] {
  return draft.entries.filter((one) => one.form === form);
}

/** Findings of an entry about one field. */
export function findingsAt(one: Entry | undefined, path: string) {
  return one?.findings.filter((finding) => finding.path === path) ?? [];
}
