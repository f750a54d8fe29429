import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "./client";

/** What the shop's own years say of one trailer beside its others. */
export const useTrailerEvidence = (id: string) =>
  useQuery({
    queryKey: ["trailer-evidence", id],
    queryFn: () => answer(shop.GET("/api/ledger/evidence/trailers/{id}", { params: { path: { id } } })),
    staleTime: 60_000,
  });
