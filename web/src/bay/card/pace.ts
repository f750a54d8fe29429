import type { Schemas } from "../../api/client";
import { useRemembered } from "../useRemembered";

/** How much of the work stands on one card. */
export type Pace = "step" | "phase" | "place";

/** Each pace as it is chosen. */
export const PACES: readonly (readonly [Pace, string])[] = [
  ["step", "a step at a time"],
  ["phase", "a phase at a time"],
  ["place", "a place at a time"],
];

/** The pace of whoever works. */
export function usePace() {
  const [kept, set] = useRemembered("pace");
  const pace = PACES.some(([p]) => p === kept) ? (kept as Pace) : "step";
  return [pace, set as (now: Pace) => void] as const;
}

/** The steps of the next card at a pace; none where the next step stands alone. */
export function cardOf(visit: Schemas["VisitAnswer"], pace: Pace): Schemas["PacketStep"][] {
  const { state, packet } = visit;
  const keys = pace === "phase" ? state.phaseCard : pace === "place" ? state.placeCard : [];
  const steps = keys.flatMap((key) => packet.steps.find((s) => s.key === key) ?? []);
  return steps.length === keys.length ? steps : [];
}
