import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "./client";

/** The parts as this shop knows them. @param wanted Whether they are asked for already. */
export const useParts = (wanted = true) =>
  useQuery({
    queryKey: ["parts"],
    queryFn: () => answer(shop.GET("/api/settings/parts")),
    enabled: wanted,
    staleTime: 60_000,
  });
