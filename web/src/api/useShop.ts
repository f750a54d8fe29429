import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "./client";

/** The shop itself: its name, people, practices, and whether it has any trailers. */
export const useShop = () =>
  useQuery({ queryKey: ["shop"], queryFn: () => answer(shop.GET("/api/settings/shop")), staleTime: 60_000 });
