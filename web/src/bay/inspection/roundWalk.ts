import type { Schemas } from "../../api/client";

type Stop = Schemas["RoundStop"];
type Thing = Schemas["RoundThing"];

/** A place on a round with all its stops: as it stands, and behind what is open. */
export interface RoundSpot {
  place: string;
  spoken: string;
  stops: Stop[];
}

/** The places of a round in the order of the walk. */
export function placesOf(round: Pick<Schemas["RoundAnswer"], "stops">): RoundSpot[] {
  const spots = new Map<string, RoundSpot>();
  for (const stop of round.stops) {
    const spot = spots.get(stop.place) ?? { place: stop.place, spoken: stop.spoken, stops: [] };
    spot.stops.push(stop);
    spots.set(stop.place, spot);
  }
  return [...spots.values()];
}

/** Whether something at a stop can be looked at now; once it was open it may be told of afterwards too. */
export const reachable = (stop: Pick<Stop, "reach">): boolean =>
  stop.reach === "now" || stop.reach === "past";

/** What at a place can be looked at now and has not been. */
export const unseen = (spot: Pick<RoundSpot, "stops">): Thing[] =>
  spot.stops.filter((s) => s.reach === "now").flatMap((s) => s.things.filter((t) => !t.lookedAt));

/** The next place of the walk with something left to look at, after a place or from the start; round again at the end. */
export function nextPlace(spots: readonly RoundSpot[], after: string | null): string | null {
  const at = after === null ? -1 : spots.findIndex((s) => s.place === after);
  const ahead = [...spots.slice(at + 1), ...spots.slice(0, at + 1)];
  return ahead.find((s) => unseen(s).length > 0)?.place ?? null;
}
