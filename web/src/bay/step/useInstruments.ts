import { useMutation, useQuery } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";

/** The instruments on the shop's bench; none where the shop has no bench, or where it is off. */
export function useInstruments(asked: boolean): readonly Schemas["InstrumentAnswer"][] {
  const found = useQuery({
    queryKey: ["instruments"],
    queryFn: () => answer(shop.GET("/api/bay/instruments")),
    enabled: asked,
    staleTime: 60_000,
  });
  return found.data?.instruments ?? [];
}

/** Waits for an instrument's next reading, as it would have been typed. */
export function useListen(onMeasured: (kind: string, typed: string) => void) {
  return useMutation({
    mutationFn: ({ code, kind }: { code: string; kind: string }) =>
      answer(
        shop.POST("/api/bay/instruments/{code}/listen", { params: { path: { code }, query: { kind } } }),
      ).then((m) => ({ kind, typed: m.typed })),
    onSuccess: ({ kind, typed }) => onMeasured(kind, typed),
  });
}
