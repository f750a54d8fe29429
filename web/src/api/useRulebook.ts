import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "./client";

/** What can be seen on a visit's trailer, and what each means; it stays as it is while the visit is worked. */
export const useRulebook = (visit: string) =>
  useQuery({
    queryKey: ["rulebook", visit],
    queryFn: () => answer(shop.GET("/api/bay/visits/{id}/rulebook", { params: { path: { id: visit } } })),
    staleTime: Infinity,
  });
