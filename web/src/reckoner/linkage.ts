import type { Point } from "./star";

/** One side of a tandem on its equalizer, in the measures given, the centre bolt at nought and down being more. */
export interface Linkage {
  hangers: [Point, Point];
  axles: [Point, Point];
  holes: [Point, Point];
  eyes: [Point, Point];
}

/** Where everything lies. The hangers are drawn as high as the centre bolt. */
export function linkage(
  spacing: number,
  spring: number,
  centres: number,
  drop: number,
  depth: number,
): Linkage {
  const pair = (x: number, y: number): [Point, Point] => [
    { x: -x, y },
    { x, y },
  ];
  return {
    hangers: pair((spacing + spring) / 2, 0),
    axles: pair(spacing / 2, depth / 2),
    holes: pair(centres / 2, drop),
    eyes: pair((spacing - spring) / 2, depth),
  };
}
