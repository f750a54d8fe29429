/** A point of a drawing. */
export interface Point {
  x: number;
  y: number;
}

/** Where fasteners lie on a circle, the first at the top and the others clockwise. */
export const around = (count: number, radius: number): Point[] =>
  Array.from({ length: count }, (_, i) => {
    const angle = (2 * Math.PI * i) / count - Math.PI / 2;
    return { x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
  });

/** A hexagon by its width across flats, standing on a corner. */
export const hexagon = (flats: number): Point[] => around(6, flats / Math.sqrt(3));

/** Points as an SVG polygon takes them. */
export const polygon = (points: readonly Point[]): string =>
  points.map((p) => `${p.x.toFixed(2)},${p.y.toFixed(2)}`).join(" ");
