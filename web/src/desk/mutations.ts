import { useMutation, useQueryClient } from "@tanstack/react-query";
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

export function usePin() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (pins: Wanted[]) => take(api.PUT("/api/v1/pins", { body: { pins } })),
    onSettled: () => client.invalidateQueries({ queryKey: pinsQuery.queryKey }),
  });
}

/** Keeps a view, and pins it behind other pins where these are given: both or neither is said to be done. */
export function useKeepView() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ view, behind }: { view: Schemas["ViewInput"]; behind?: Wanted[] }) => {
      const kept = await take(api.POST("/api/v1/views", { body: view }));
      if (behind !== undefined) {
        await take(api.PUT("/api/v1/pins", { body: { pins: [...behind, { view: kept.id }] } }));
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
