import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "../api/client";

/** One visit's sheet. */
export const useSheet = (id: string) =>
  useQuery({
    queryKey: ["sheet", id],
    queryFn: () => answer(shop.GET("/api/ledger/visits/{id}", { params: { path: { id } } })),
  });
