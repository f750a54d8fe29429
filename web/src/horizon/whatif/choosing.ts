import type { Schemas } from "../../api/client";

type Supposed = Required<Schemas["Supposed"]>;

/**
 * The shop's choices with what is supposed; null where nothing of that is the shop's to choose here. How long a repack
 * lasts, parts' prices and trailers to come are chosen elsewhere.
 */
export function chosenWith(
  chosen: Schemas["ShopPlanning"],
  supposed: Schemas["Supposed"],
): Schemas["ShopPlanning"] | null {
  const { bays, people, away, intervals, callIn, ratePerHour } = supposed as Supposed;
  const own = Object.entries(intervals ?? {}).filter(([code]) => code !== "repack");
  if (
    bays === null &&
    people === null &&
    !away?.length &&
    !own.length &&
    callIn === null &&
    ratePerHour === null
  )
    return null;
  const costs = { ...chosen.costs, callIn: callIn ?? chosen.costs.callIn };
  return {
    ...chosen,
    hours: {
      ...chosen.hours,
      bays: bays ?? chosen.hours.bays ?? 1,
      people: people ?? chosen.hours.people ?? 1,
      away: [...(chosen.hours.away ?? []), ...(away ?? [])],
    },
    costs: {
      ...costs,
      ratePerHour: ratePerHour ?? chosen.costs.ratePerHour,
      convoy: Math.min(chosen.costs.convoy ?? 0, costs.callIn),
    },
    intervals: { ...chosen.intervals, ...Object.fromEntries(own) },
  };
}

/** What of it is chosen elsewhere, in a sentence; empty for nothing. */
export function leftOver(supposed: Schemas["Supposed"]): string {
  const { intervals, prices, fleets } = supposed as Supposed;
  const left = [
    "repack" in (intervals ?? {}) && "how long a repack lasts is set with the shop itself",
    prices?.length > 0 && "prices are set at the parts",
    fleets?.length > 0 && "new trailers are taken in at the yard",
  ].filter((words) => words !== false);
  const words = left.join("; ");
  return words && `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
}
