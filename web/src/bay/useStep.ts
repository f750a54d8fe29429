import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { useDraft } from "../api/useDraft";
import { useStepParts } from "./useStepParts";

const DAY = 24 * 60 * 60;

/** What is typed and ticked at a step, and its being done, skipped or taken back. */
export function useStep(
  visit: Schemas["VisitAnswer"],
  step: Schemas["PacketStep"],
  onState: (state: Schemas["VisitState"]) => void,
) {
  const asked = visit.readingsAsked.filter((r) => step.readings.includes(r.code));
  const [ids] = useState(() => ({ entry: newId(), readings: new Map(asked.map((r) => [r.code, newId()])) }));
  const [typed, setTyped] = useDraft(
    visit.id,
    step.key,
    asked.map((r) => r.code),
  );
  const [skipping, setSkipping] = useState(false);
  const [reason, setReason] = useState("");
  const [socket, setSocket] = useState("");
  // When the step came up: how long it took is known without anybody being asked.
  const [since] = useState(() => Date.now());
  const parts = useStepParts(visit, step);
  const path = { id: visit.id };

  const settle = useMutation({
    mutationFn: (skippedBecause: string | null) => {
      const skipped = skippedBecause !== null;
      const readings = skipped
        ? []
        : asked.flatMap((r) => {
            const figure = typed[r.code]?.trim();
            const id = ids.readings.get(r.code);
            return figure && id ? [{ id, kind: r.code, typed: figure }] : [];
          });
      return answer(
        shop.PUT("/api/bay/visits/{id}/entries/{entryId}", {
          params: { path: { ...path, entryId: ids.entry } },
          body: {
            key: step.key,
            readings,
            skippedBecause,
            parts: skipped ? [] : parts.used,
            seconds: Math.min(DAY, Math.round((Date.now() - since) / 1000)),
            socket: skipped ? null : socket.trim() || null,
          },
        }),
      );
    },
    onSuccess: onState,
  });
  const last = visit.state.entries.at(-1);
  const back = useMutation({
    mutationFn: (entryId: string) =>
      answer(
        shop.DELETE("/api/bay/visits/{id}/entries/{entryId}", { params: { path: { ...path, entryId } } }),
      ),
    onSuccess: onState,
  });

  const refused = settle.error instanceof ShopProblem ? settle.error : undefined;
  const sent = asked.filter((r) => typed[r.code]?.trim());
  const problemOf = (code: string) =>
    refused?.field(`/readings/${sent.findIndex((r) => r.code === code)}/typed`);
  const atItsField = asked.some((r) => problemOf(r.code)) || refused?.field("/skippedBecause");

  return {
    asked,
    typed,
    setTyped,
    parts,
    skipping,
    setSkipping,
    reason,
    setReason,
    socket,
    setSocket,
    problemOf,
    problemAt: (pointer: string) => refused?.field(pointer),
    /** What went wrong and belongs to no field. */
    error: refused && !atItsField ? refused : null,
    saving: settle.isPending,
    /** Done, or skipped with its reason. */
    settle: () => {
      if (!settle.isPending) settle.mutate(skipping ? reason : null);
    },
    /** Takes the last entry back; undefined while there is none. */
    takeBack: last ? () => back.mutate(last.id) : undefined,
    takingBack: back.isPending,
    backError: back.error,
  };
}
