import { queryOptions } from "@tanstack/react-query";
import { api, take, type Schemas } from "./client";

export type ReportKind = Schemas["ReportView"]["kind"];

/** What a report is narrowed to; without a day it is for now. */
export interface Narrowed {
  day?: string | undefined;
  unit?: string | undefined;
  tenant?: string | undefined;
}

export const reportQuery = (kind: ReportKind, narrowed: Narrowed) =>
  queryOptions({
    queryKey: ["reports", kind, narrowed],
    // it goes on when its page is left, and is there when one comes back
    queryFn: () => take(api.GET("/api/v1/reports/{kind}", { params: { path: { kind }, query: narrowed } })),
    staleTime: 30_000,
  });

export const pricesQuery = queryOptions({
  queryKey: ["reports", "prices"],
  queryFn: () => take(api.GET("/api/v1/reports/seats/prices")),
});

export const losersQuery = (tenant: string, kind: string, size: number) =>
  queryOptions({
    queryKey: ["reports", "losers", tenant, kind, size],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/reports/seats/losers", { signal, params: { query: { tenant, kind, size } } })),
  });
