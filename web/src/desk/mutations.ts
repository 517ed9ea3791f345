import { useMutation, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { api, take, type Schemas } from "../api/client";
import { deskQuery, pinsQuery, viewsQuery } from "../api/queries";

function useDeskAgain() {
  const client = useQueryClient();
  return () => client.invalidateQueries({ queryKey: deskQuery.queryKey });
}

export function useQuiet(line: string) {
  const onSuccess = useDeskAgain();
  return useMutation({
    mutationFn: (body: Schemas["QuietInput"]) =>
      take(api.PUT("/api/v1/desk/lines/{line}/quiet", { params: { path: { line } }, body })),
    onSuccess,
  });
}

export function useShowAgain(line: string) {
  const onSuccess = useDeskAgain();
  return useMutation({
    mutationFn: () => take(api.DELETE("/api/v1/desk/lines/{line}/quiet", { params: { path: { line } } })),
    onSuccess,
  });
}

/** Says who takes care of a line; nobody without a login. */
export function useGiveLine(line: string) {
  const onSuccess = useDeskAgain();
  return useMutation({
    mutationFn: async (holder: string | undefined) => {
      const params = { path: { line } };
      await (holder === undefined
        ? take(api.DELETE("/api/v1/desk/lines/{line}/holder", { params }))
        : take(api.PUT("/api/v1/desk/lines/{line}/holder", { params, body: { holder } })));
    },
    onSuccess,
  });
}

export function useComment(line: string) {
  const onSuccess = useDeskAgain();
  return useMutation({
    mutationFn: (text: string) =>
      take(api.POST("/api/v1/desk/lines/{line}/comments", { params: { path: { line } }, body: { text } })),
    onSuccess,
  });
}

export function useArrange() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["Order"]) => take(api.PUT("/api/v1/desk/order", { body })),
    // what was arranged is shown at once, and asked for again whether it was kept or not
    onMutate: (order) => {
      client.setQueryData(deskQuery.queryKey, (before) => (before === undefined ? before : { ...before, order }));
    },
    onSettled: () => client.invalidateQueries({ queryKey: deskQuery.queryKey }),
  });
}

export type Wanted = Schemas["PinInput"];

/** What is pinned, as it is sent. */
export function wantedOf(pins: readonly Schemas["PinView"][]): Wanted[] {
  return pins.map((pin) =>
    pin.view === undefined || pin.view === null ? { act: pin.act ?? "" } : { view: pin.view.id },
  );
}

/** What is pinned now: asked for, and not taken from a page on which it may not be there yet. */
async function pinnedNow(client: QueryClient): Promise<Wanted[]> {
  return wantedOf(await client.fetchQuery({ ...pinsQuery, staleTime: 0 }));
}

/** Changes what is pinned, from what is pinned at that moment. */
export function usePin() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (change: (pinned: readonly Wanted[]) => readonly Wanted[]) =>
      take(api.PUT("/api/v1/pins", { body: { pins: [...change(await pinnedNow(client))] } })),
    onSettled: () => client.invalidateQueries({ queryKey: pinsQuery.queryKey }),
  });
}

/** Keeps a view, and pins it behind the others where that is wanted: both or neither is said to be done. */
export function useKeepView() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ view, isPinned = false }: { view: Schemas["ViewInput"]; isPinned?: boolean }) => {
      const kept = await take(api.POST("/api/v1/views", { body: view }));
      if (isPinned) {
        await take(api.PUT("/api/v1/pins", { body: { pins: [...(await pinnedNow(client)), { view: kept.id }] } }));
      }
      return kept;
    },
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: viewsQuery.queryKey }),
        client.invalidateQueries({ queryKey: pinsQuery.queryKey }),
      ]),
  });
}

export function useRemoveView() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => take(api.DELETE("/api/v1/views/{id}", { params: { path: { id } } })),
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: viewsQuery.queryKey }),
        client.invalidateQueries({ queryKey: pinsQuery.queryKey }),
      ]),
  });
}
