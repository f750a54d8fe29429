import { expect, test } from "vitest";
import { around, hexagon, polygon } from "./star";

test("fasteners lie evenly on their circle, the first at the top", () => {
  const five = around(5, 10);
  expect(five[0]?.x).toBeCloseTo(0);
  expect(five[0]?.y).toBeCloseTo(-10);
  five.forEach((a, i) => {
    const b = five.at(i - 1) ?? a;
    expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeCloseTo(2 * 10 * Math.sin(Math.PI / 5));
  });
});

test("a hexagon is as wide across its flats as it says", () => {
  const points = hexagon(19);
  const widths = points.map((p) => p.x);
  expect(Math.max(...widths) - Math.min(...widths)).toBeCloseTo(19);
  expect(polygon(points).split(" ")).toHaveLength(6);
});
