import { useMutation } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";

/** Takes a visit's last entry back; there is nothing to do it with while there is none. */
export function useTakeBack(
  visit: Schemas["VisitAnswer"],
  onState: (state: Schemas["VisitState"]) => void,
  onError?: (fault: unknown) => void,
) {
  const last = visit.state.entries.at(-1);
  const back = useMutation({
    mutationFn: (entryId: string) =>
      answer(
        shop.DELETE("/api/bay/visits/{id}/entries/{entryId}", {
          params: { path: { id: visit.id, entryId } },
        }),
      ),
    onSuccess: onState,
    ...(onError && { onError }),
  });
  return {
    takeBack: last ? () => back.mutate(last.id) : undefined,
    takingBack: back.isPending,
    backError: back.error,
  };
}
