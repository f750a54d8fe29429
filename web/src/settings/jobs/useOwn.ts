import { useQuery } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";
import { useDebounced } from "../../ui/useDebounced";

/** What this shop has described itself. */
export const useOwn = () =>
  useQuery({ queryKey: ["own-jobs"], queryFn: () => answer(shop.GET("/api/settings/jobs")) });

/** What a job is written with. */
export const usePicks = () =>
  useQuery({ queryKey: ["own-jobs", "picks"], queryFn: () => answer(shop.GET("/api/settings/jobs/picks")) });

/** What a job or an opening comes to and what cannot work in it, a moment after it was typed. */
export function useTried(tried: Schemas["OwnTry"]) {
  const text = useDebounced(JSON.stringify(tried), 500);
  return useQuery({
    queryKey: ["own-tried", text],
    queryFn: () =>
      answer(shop.POST("/api/settings/jobs/try", { body: JSON.parse(text) as Schemas["OwnTry"] })),
    placeholderData: (was) => was,
    gcTime: 60_000,
  });
}
