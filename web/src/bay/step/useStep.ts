import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../../api/client";
import { newId } from "../../api/ids";
import { useDraft } from "../../api/useDraft";
import { socketOf } from "./sockets";
import { type ProposedPart, proposedOf, usedOf } from "../parts/proposedParts";
import { useTakeBack } from "../visit/useTakeBack";

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
  const [socket, setSocket] = useState(() => socketOf(visit, step));
  // When the step came up: how long it took is known without anybody being asked.
  const [since] = useState(() => Date.now());
  const [parts, setParts] = useState(() => proposedOf(visit, step));
  const changePart = (id: string, part: Partial<ProposedPart>) =>
    setParts((now) => now.map((p) => (p.id === id ? { ...p, ...part } : p)));

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
          params: { path: { id: visit.id, entryId: ids.entry } },
          body: {
            key: step.key,
            readings,
            skippedBecause,
            parts: skipped ? [] : usedOf(parts),
            seconds: Math.min(DAY, Math.round((Date.now() - since) / 1000)),
            socket: skipped ? null : socket.trim() || null,
          },
        }),
      );
    },
    onSuccess: onState,
  });
  const back = useTakeBack(visit, onState);

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
    changePart,
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
    ...back,
  };
}
