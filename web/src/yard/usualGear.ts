import type { Schemas } from "../api/client";

type Gear = Schemas["GearDescription"];

/**
 * A description after its axles or rating changed: what is usual for them, except where somebody has said
 * otherwise already. What was said stays.
 */
export function follow(now: Gear, usual: Gear, said: ReadonlySet<keyof Gear>): Gear {
  const kept = Object.fromEntries(Object.entries(now).filter(([field]) => said.has(field as keyof Gear)));
  return { ...usual, ...kept, axles: usual.axles, ratingPounds: usual.ratingPounds };
}

/** A rating as it is typed ("5,200 lb") in pounds; 0 when there is no figure in it. */
export const poundsOf = (typed: string): number => Number.parseInt(typed.replaceAll(/[^\d]/g, "") || "0", 10);
