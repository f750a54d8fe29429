import type { Schemas } from "../../api/client";

type Open = Pick<Schemas["PacketOpening"], "name" | "place" | "placeSpoken" | "depth">;

/**
 * What is open, a line a place, from the ground down: "trailer secured", "left side raised",
 * "axle 2 left: wheel off, cap off, hub off".
 */
export function openInWords(open: readonly Open[]): string[] {
  const byPlace = new Map<string, Open[]>();
  for (const o of [...open].sort((a, b) => a.depth - b.depth)) {
    byPlace.set(o.place, [...(byPlace.get(o.place) ?? []), o]);
  }
  return [...byPlace.values()].map((at) => {
    const names = at.map((o) => o.name).join(", ");
    const spoken = at[0]?.placeSpoken.replace(/^the /, "") ?? "";
    return (at[0]?.depth ?? 0) <= 2 ? `${spoken} ${names}` : `${spoken}: ${names}`;
  });
}
