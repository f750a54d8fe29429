import { expect, test } from "vitest";
import type { Schemas } from "../api/client";
import { daysBetween, drawPlot, HEIGHT, months, WIDTH } from "./drawWear";

const figure = (on: string, x: number, value: number): Schemas["WearFigure"] => ({
  on,
  x,
  value,
  figure: `${value} in`,
  road: "",
  visitId: on,
});
const side = (over: Partial<Schemas["WearSide"]> = {}): Schemas["WearSide"] => ({
  place: "axle-1-left-brake",
  placeSpoken: "brake, axle 1 left",
  side: "left",
  figures: [figure("2026-01-10", 0, 0.15), figure("2026-07-10", 181, 0.12)],
  before: [],
  renewed: null,
  trace: [
    { x: 0, line: 0.15, low: 0.14, high: 0.16 },
    { x: 365, line: 0.09, low: 0.06, high: 0.12 },
  ],
  crossesOn: "2027-03-01",
  crossesX: 415,
  words: "",
  ...over,
});
const plot = (over: Partial<Schemas["WearPlotAnswer"]> = {}): Schemas["WearPlotAnswer"] => ({
  key: "k",
  title: "Lining",
  from: "2026-01-10",
  days: 450,
  limit: 0.0625,
  limitWords: "",
  down: true,
  sides: [side()],
  ...over,
});

test("figures lie where their day and their value are, higher ones higher", () => {
  const drawn = drawPlot(plot(), "2026-11-25");
  const [first, second] = drawn.sides[0]?.dots ?? [];
  expect(first?.x).toBe(drawn.left);
  expect(second?.x).toBeCloseTo(drawn.left + ((drawn.right - drawn.left) * 181) / 450, 6);
  expect(first?.y).toBeLessThan(second?.y ?? 0);
  expect(drawn.limit).toBeGreaterThan(second?.y ?? HEIGHT);
  expect(drawn.today).toBeCloseTo(drawn.left + ((drawn.right - drawn.left) * 319) / 450, 6);
});

test("the line meets the limit where it crosses, and nowhere beyond the plot", () => {
  const drawn = drawPlot(plot(), "2026-11-25");
  expect(drawn.sides[0]?.cross?.y).toBe(drawn.limit);
  expect(drawPlot(plot({ sides: [side({ crossesX: 900 })] }), "2026-11-25").sides[0]?.cross).toBeNull();
  expect(drawPlot(plot({ limit: null }), "2026-11-25").limit).toBeNull();
});

test("two figures draw no band; one draws no line; all stays within the frame", () => {
  const bare = side({ trace: [{ x: 0, line: 0.15, low: null, high: null }] });
  expect(drawPlot(plot({ sides: [bare] }), "2026-11-25").sides[0]?.band).toBe("");
  expect(drawPlot(plot({ sides: [side({ trace: [] })] }), "2026-11-25").sides[0]?.line).toBe("");
  const far = side({ trace: [{ x: 0, line: 9, low: -9, high: 9 }] });
  const numbers = (drawPlot(plot({ sides: [far] }), "2026-11-25").sides[0]?.band.match(/[\d.]+/g) ?? []).map(
    Number,
  );
  expect(numbers.every((n) => n >= 0 && n <= WIDTH)).toBe(true);
});

test("months are marked so that at most eight stand, and a January names its year", () => {
  expect(months("2026-01-10", 120).map((t) => t.words)).toEqual(["Feb 2026", "Mar", "Apr", "May"]);
  expect(months("2026-11-10", 400).map((t) => t.words)).toEqual(["Jan 2027", "Apr", "Jul", "Oct"]);
  for (const days of [30, 200, 700, 2_000, 6_000])
    expect(months("2026-01-10", days).length).toBeLessThanOrEqual(9);
  expect(daysBetween("2026-02-28", "2026-03-01")).toBe(1);
});
