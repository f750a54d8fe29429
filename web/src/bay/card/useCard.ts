import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../../api/client";
import { newId } from "../../api/ids";
import { draftKey } from "../../api/useDraft";
import { socketOf } from "../step/sockets";
import { type ProposedPart, proposedOf, usedOf } from "../parts/proposedParts";

type Step = Schemas["PacketStep"];

/** A step on a card, as it is being filled in. */
export interface Line {
  step: Step;
  id: string;
  asked: Schemas["ReadingAsked"][];
  readings: Record<string, { id: string; typed: string }>;
  parts: ProposedPart[];
  /** The socket that fits: last time's until another is typed. */
  socket: string;
  /** Why it stands alone: it is ticked by itself. */
  critical: string | undefined;
  ticked: boolean;
}

function lineOf(visit: Schemas["VisitAnswer"], step: Step): Line {
  const asked = visit.readingsAsked.filter((r) => step.readings.includes(r.code));
  return {
    step,
    id: newId(),
    asked,
    readings: Object.fromEntries(
      asked.map((r) => [
        r.code,
        { id: newId(), typed: sessionStorage.getItem(draftKey(visit.id, step.key, r.code)) ?? "" },
      ]),
    ),
    parts: proposedOf(visit, step),
    socket: socketOf(visit, step),
    critical: visit.critical[step.key],
    ticked: false,
  };
}

/** Whether a line says that it was done: any but a critical one, which wants a tick or its figure. */
export const isSaid = (line: Line): boolean =>
  line.critical === undefined ||
  line.ticked ||
  Object.values(line.readings).some((r) => r.typed.trim() !== "");

/** Several steps that are done in one go: their figures, their parts, and one touch for all of them. */
export function useCard(
  visit: Schemas["VisitAnswer"],
  steps: readonly Step[],
  onState: (state: Schemas["VisitState"]) => void,
) {
  const [lines, setLines] = useState(() => steps.map((step) => lineOf(visit, step)));
  const change = (id: string, part: Partial<Line>) =>
    setLines((now) => now.map((line) => (line.id === id ? { ...line, ...part } : line)));
  const sentOf = (line: Line) => line.asked.filter((r) => line.readings[r.code]?.typed.trim());
  const settle = useMutation({
    mutationFn: (ticked: ReadonlySet<string>) =>
      answer(
        shop.POST("/api/bay/visits/{id}/cards", {
          params: { path: { id: visit.id } },
          body: {
            steps: lines.map((line) => ({
              id: line.id,
              ticked: line.ticked || ticked.has(line.id),
              step: {
                key: line.step.key,
                readings: sentOf(line).map((r) => ({
                  id: line.readings[r.code]?.id ?? newId(),
                  kind: r.code,
                  typed: line.readings[r.code]?.typed ?? "",
                })),
                skippedBecause: null,
                parts: usedOf(line.parts),
                seconds: null,
                socket: line.socket.trim() || null,
              },
            })),
          },
        }),
      ),
    onSuccess: onState,
  });
  const refused = settle.error instanceof ShopProblem ? settle.error : undefined;
  const problemOf = (line: Line, code: string) =>
    refused?.field(
      `/steps/${lines.indexOf(line)}/step/readings/${sentOf(line).findIndex((r) => r.code === code)}/typed`,
    );
  const socketProblem = (line: Line) => refused?.field(`/steps/${lines.indexOf(line)}/step/socket`);
  const elsewhere =
    refused && !lines.some((line) => socketProblem(line) || line.asked.some((r) => problemOf(line, r.code)));
  return {
    lines,
    change,
    type: (line: Line, code: string, typed: string) => {
      sessionStorage.setItem(draftKey(visit.id, line.step.key, code), typed);
      const was = line.readings[code];
      if (was) change(line.id, { readings: { ...line.readings, [code]: { ...was, typed } } });
    },
    problemOf,
    socketProblem,
    error: elsewhere
      ? new Error(refused.fields[0]?.detail ?? refused.message)
      : refused
        ? null
        : settle.error,
    saving: settle.isPending,
    /** Does all of it; a critical step that is named here counts as ticked. */
    settle: (...ticked: string[]) => {
      if (!settle.isPending) settle.mutate(new Set(ticked));
    },
  };
}
