import { useQuery } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";

/** Where each part of a visit lies and whether it is there; the bay works without. */
export const useKit = (visit: Schemas["VisitAnswer"]) =>
  useQuery({
    queryKey: ["kit", visit.id, visit.composed],
    queryFn: () => answer(shop.GET("/api/shelf/kits/{id}", { params: { path: { id: visit.id } } })),
    enabled: !visit.state.closedAt,
    retry: false,
    staleTime: 20_000,
  });
