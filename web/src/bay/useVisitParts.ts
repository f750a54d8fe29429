import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";

/** Writing down what a visit used, and taking it back. */
export function useVisitParts(
  visit: Schemas["VisitAnswer"],
  onState: (state: Schemas["VisitState"]) => void,
) {
  const put = (id: string, body: Schemas["PartDraft"]) =>
    answer(
      shop.PUT("/api/bay/visits/{id}/parts/{partId}", {
        params: { path: { id: visit.id, partId: id } },
        body,
      }),
    );
  const add = useMutation({
    mutationFn: ({ id, part }: { id: string; part: Schemas["PartDraft"] }) => put(id, part),
    onSuccess: onState,
  });
  const takeBack = useMutation({
    mutationFn: (partId: string) =>
      answer(
        shop.DELETE("/api/bay/visits/{id}/parts/{partId}", { params: { path: { id: visit.id, partId } } }),
      ),
    onSuccess: onState,
  });

  /** The parts a step takes, with ids made once, to be written down when the step is done. Already there, they are not added again. */
  function usePartsOf(step: Schemas["PacketStep"]) {
    const [ids] = useState(() => step.parts.map(() => newId()));
    return async (): Promise<Schemas["VisitState"] | null> => {
      let state: Schemas["VisitState"] | null = null;
      for (const [i, need] of step.parts.entries()) {
        const there = visit.state.parts.some((p) => p.place === step.place && p.name === need.name);
        const id = ids[i];
        if (!there && id) state = await put(id, { place: step.place, ...need });
      }
      return state;
    };
  }

  return { add, takeBack, usePartsOf };
}
