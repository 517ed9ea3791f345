import { infiniteQueryOptions } from "@tanstack/react-query";
import { queryOf, type TableSearch } from "../people/table";
import { api, take } from "./client";

const PAGE = 100;

/** The table of people, a stretch after the other; parts that are open are counted besides. */
export const peopleTableQuery = (search: TableSearch, open: readonly string[]) =>
  infiniteQueryOptions({
    queryKey: ["people", "table", queryOf(search), search.sort, search.desc, open],
    queryFn: ({ signal, pageParam }) =>
      take(
        api.GET("/api/v1/people/table", {
          signal,
          params: {
            query: {
              ...queryOf(search),
              sort: search.sort ?? "URGENCY",
              descending: search.desc === true,
              from: pageParam,
              limit: PAGE,
              count: [...open],
            },
          },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const loaded = pages.reduce((sum, page) => sum + page.rows.length, 0);
      return loaded < last.total && last.rows.length > 0 ? loaded : undefined;
    },
  });
