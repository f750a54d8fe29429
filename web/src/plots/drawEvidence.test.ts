import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { drawEvidence, HEIGHT, signsOf, WIDTH } from "./drawEvidence";

const point = (x: number, y: number, name = "") => ({ x, y, low: null, high: null, name });

const plot = (over: Partial<Schemas["EvidencePlot"]> = {}): Schemas["EvidencePlot"] => ({
  across: "months between two",
  up: "cost",
  series: [{ name: "cost", shape: "line", points: [point(4, 900), point(24, 300)] }],
  marks: [
    { at: 17, name: "17 by the record", upright: true },
    { at: 12, name: "12 now", upright: true },
    { at: 14, name: "", upright: true },
    { at: 18, name: "", upright: true },
  ],
  ...over,
});

describe("a plot of evidence", () => {
  it("keeps every point, mark and range within its frame", () => {
    const drawn = drawEvidence(
      plot({
        series: [
          {
            name: "people",
            shape: "dots",
            points: [
              { ...point(8, -1.2, "Ines"), low: -1.6, high: -0.8 },
              { ...point(30, 2.5), low: 2, high: 3 },
            ],
          },
        ],
      }),
    );
    for (const y of [-1.6, 3]) {
      expect(drawn.y(y)).toBeGreaterThan(0);
      expect(drawn.y(y)).toBeLessThan(HEIGHT);
    }
    for (const x of [8, 12, 30]) {
      expect(drawn.x(x)).toBeGreaterThanOrEqual(0);
      expect(drawn.x(x)).toBeLessThanOrEqual(WIDTH);
    }
  });

  it("shades between the two marks that have no name, and names the others from left to right", () => {
    const drawn = drawEvidence(plot());
    expect(drawn.band).toEqual({ from: 14, to: 18 });
    expect(drawn.upright.map((m) => m.name)).toEqual(["12 now", "17 by the record"]);
    expect(drawEvidence(plot({ marks: [] })).band).toBeNull();
  });

  it("has a height where all is nothing", () => {
    const drawn = drawEvidence(
      plot({
        series: [{ name: "come-backs", shape: "dots", points: [point(1, 0), point(2, 0)] }],
        marks: [],
      }),
    );
    expect(drawn.y.domain()[1]).toBeGreaterThan(0.5);
    expect(drawn.y(0)).toBe(drawn.box.bottom);
  });

  it("says what its signs mean", () => {
    expect(signsOf(plot())).toBe("Full line: cost; shaded: where it lies nine times in ten.");
  });
});
