import type { Schemas } from "../../api/client";
import { newId } from "../../api/ids";

type Need = Schemas["PartNeed"];

/** A part that a step proposes, as it will be written down. */
export interface ProposedPart {
  id: string;
  name: string;
  quantity: number;
  unit: string;
  /** The candidates, where only the work tells which one it is. */
  oneOf: readonly string[];
  /** Whether a figure measured here picks one of the candidates. */
  picked: boolean;
  taken: boolean;
}

/** What a step proposes to have used: of several candidates the one that a figure measured at its place picks. */
export function propose(
  needs: readonly Need[],
  readings: readonly Pick<Schemas["ReadingAnswer"], "place" | "picks">[],
  place: string,
): Omit<ProposedPart, "id" | "taken">[] {
  const picks = readings.filter((r) => r.place === place).map((r) => r.picks);
  return needs.map(({ name, quantity, unit, oneOf = [] }) => {
    const picked = [...picks].reverse().find((p) => p && oneOf.includes(p));
    return { name: picked ?? oneOf[0] ?? name, quantity, unit, oneOf, picked: picked !== undefined };
  });
}

/** The same as lines to be ticked: each is left out, or chosen otherwise. */
export const proposedOf = (visit: Schemas["VisitAnswer"], step: Schemas["PacketStep"]): ProposedPart[] =>
  propose(step.parts, visit.state.readings, step.place).map((p) => ({ ...p, id: newId(), taken: true }));

/** Those that were taken, as they are sent with their step. */
export const usedOf = (parts: readonly ProposedPart[]) =>
  parts.filter((p) => p.taken).map(({ id, name, quantity, unit }) => ({ id, name, quantity, unit }));
