import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";

/** A decision that was made, with what can take it back. */
export interface Made {
  trailer: string;
  ids: string[];
  words: string;
}

/** Asks what decisions would come to, without making them. */
export const tryOut = (trailer: string, decisions: Schemas["DecisionDraft"][], signal?: AbortSignal) =>
  answer(
    shop.POST("/api/horizon/trailers/{id}/try", {
      params: { path: { id: trailer } },
      body: { decisions },
      ...(signal ? { signal } : {}),
    }),
  );

/** Makes decisions and takes them back; the horizon is read again after each. */
export function useDecisions() {
  const queries = useQueryClient();
  const [made, setMade] = useState<Made | null>(null);
  const again = () => queries.invalidateQueries({ queryKey: ["horizon"] });
  const decide = useMutation({
    mutationFn: async (wanted: { trailer: string; decisions: Schemas["DecisionDraft"][]; words: string }) => {
      // What belongs together is one request: all of it is decided, or nothing.
      const decisions = wanted.decisions.map((decision) => ({ id: newId(), decision }));
      await answer(
        shop.PUT("/api/horizon/trailers/{id}/decisions", {
          params: { path: { id: wanted.trailer } },
          body: { decisions },
        }),
      );
      return { trailer: wanted.trailer, ids: decisions.map((d) => d.id), words: wanted.words };
    },
    onSuccess: async (now) => {
      setMade(now);
      await again();
    },
  });
  const undo = useMutation({
    mutationFn: async (last: Made) => {
      await answer(
        shop.POST("/api/horizon/trailers/{id}/decisions/take-back", {
          params: { path: { id: last.trailer } },
          body: { ids: [...last.ids].reverse() },
        }),
      );
    },
    onSuccess: async () => {
      setMade(null);
      await again();
    },
  });
  return { made, decide, undo };
}
