import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "./client";

/** The jobs that a trailer can have, each with its places. */
export function useJobsOffered(trailer: string, version = 0) {
  return useQuery({
    queryKey: ["jobs", trailer, version],
    queryFn: () => answer(shop.GET("/api/bay/jobs", { params: { query: { trailer } } })),
  }).data;
}
