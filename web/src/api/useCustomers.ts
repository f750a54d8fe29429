import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "./client";

/** Everybody whose trailers these are. */
export const useCustomers = () =>
  useQuery({ queryKey: ["customers"], queryFn: () => answer(shop.GET("/api/yard/customers")) });
