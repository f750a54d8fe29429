import { useQuery } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "./client";

/** How the door stands: who is signed in, whether this is a tablet of the shop's, whether anybody owns the shop. */
export const useAccess = () =>
  useQuery({ queryKey: ["access"], queryFn: () => answer(shop.GET("/api/access")), staleTime: 60_000 });

/** Whether whoever is signed in may do something; true until that is known. */
export const useMay = (right: Schemas["Right"]): boolean => {
  const rights = useAccess().data?.me?.rights;
  return rights?.includes(right) ?? true;
};
