import { keepPreviousData, useInfiniteQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { answer, shop } from "../api/client";
import type { Filter } from "./HorizonTools";

const PAGE = 40;
const LOOK_AGAIN = 2000;

/** The horizon's lines as far as they have been looked at, and how to get more of them. */
export function useHorizonPages(filter: Filter, search: string) {
  const { customer, axles, overdue } = filter;
  const horizon = useInfiniteQuery({
    queryKey: ["horizon", search, customer, axles, overdue],
    queryFn: ({ pageParam }) =>
      answer(
        shop.GET("/api/horizon", {
          params: {
            query: {
              search,
              customer: customer || undefined,
              axles: axles ? Number(axles) : undefined,
              overdue: overdue || undefined,
              skip: pageParam,
              take: PAGE,
            },
          },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (pages.length * PAGE < last.found ? pages.length * PAGE : undefined),
    placeholderData: keepPreviousData,
    // While the shop is planned anew, its lines change one after the other.
    refetchInterval: (query) => (query.state.data?.pages[0]?.renewing ? LOOK_AGAIN : false),
  });
  const rows = useMemo(() => horizon.data?.pages.flatMap((p) => p.lines) ?? [], [horizon.data]);
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = horizon;
  return {
    /** What is said of all lines together; undefined until it is known. */
    page: horizon.data?.pages[0],
    rows,
    /** What was asked, for whoever waits for it. */
    asked: horizon,
    more: () => {
      if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
    },
  };
}
