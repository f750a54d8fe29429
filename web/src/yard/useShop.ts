import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "../api/client";

/** The shop itself: its name, people, schools, and whether it has any trailers. */
export const useShop = () =>
  useQuery({ queryKey: ["shop"], queryFn: () => answer(shop.GET("/api/yard/shop")), staleTime: 60_000 });
