import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useWorkerId } from "../../api/worker";

/** How much of the work stands on one card. */
export type Pace = "step" | "phase" | "place";

/** Each pace as it is chosen. */
export const PACES: readonly (readonly [Pace, string])[] = [
  ["step", "a step at a time"],
  ["phase", "a phase at a time"],
  ["place", "a place at a time"],
];

const at = (person: string) => `tinker-pace/${person}`;

/** The pace of whoever works: their own, remembered by this browser, and changed at any moment. */
export function usePace() {
  const person = useWorkerId() ?? "";
  const [, drawn] = useState(0);
  const kept = localStorage.getItem(at(person));
  const pace = PACES.some(([p]) => p === kept) ? (kept as Pace) : "step";
  const set = (now: Pace) => {
    localStorage.setItem(at(person), now);
    drawn((n) => n + 1);
  };
  return [pace, set] as const;
}

/** The steps of the next card at a pace; none where the next step stands alone. */
export function cardOf(visit: Schemas["VisitAnswer"], pace: Pace): Schemas["PacketStep"][] {
  const { state, packet } = visit;
  const keys = pace === "phase" ? state.phaseCard : pace === "place" ? state.placeCard : [];
  const steps = keys.flatMap((key) => packet.steps.find((s) => s.key === key) ?? []);
  return steps.length === keys.length ? steps : [];
}
