import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { valley } from "./valley";

const step = (key: string, place: string, depth: number, minutes: number): Schemas["PacketStep"] => ({
  key,
  place,
  placeSpoken: place,
  part: "work",
  opening: "",
  job: null,
  title: key,
  detail: "",
  minutes,
  depth,
  cautions: [],
  readings: [],
  subjects: [],
  tools: [],
  parts: [],
  practice: null,
  optional: false,
});

const steps = [step("a", "trailer", 1, 5), step("b", "axle-1-left", 3, 10), step("c", "axle-1-left", 1, 5)];
const openings = [
  { code: "secured", name: "secured", place: "trailer", placeSpoken: "", depth: 1 },
  { code: "wheel-off", name: "wheel off", place: "axle-1-left", placeSpoken: "", depth: 3 },
];

describe("valley", () => {
  it("is true to the minutes: a step is as long as its share", () => {
    const drawn = valley(steps, openings, new Set(["a"]), 502, 200);
    // 400 units for 20 minutes, from 92: after five minutes the work stands at 192.
    expect(drawn.now.x).toBeCloseTo(192, 5);
    expect(valley(steps, openings, new Set(["a", "b"]), 502, 200).now.x).toBeCloseTo(392, 5);
    expect(valley(steps, openings, new Set(["a", "b", "c"]), 502, 200).now.x).toBeCloseTo(492, 5);
  });

  it("comes to the ground within the drawing once everything is back", () => {
    const drawn = valley(steps, openings, new Set(["a", "b", "c"]), 502, 200);
    expect(drawn.now).toEqual({ x: 492, y: drawn.levels[0]?.y });
    expect(drawn.done).toBe(drawn.line);
    const half = valley(steps, openings, new Set(["a", "b"]), 502, 200);
    expect(drawn.line.startsWith(half.done)).toBe(true);
    // The last slope has a width of its own: it is no upright stroke at the edge.
    const last = [...drawn.line.matchAll(/L([\d.]+) ([\d.]+)/g)].slice(-2).map((m) => Number(m[1]));
    expect((last[1] ?? 0) - (last[0] ?? 0)).toBeGreaterThan(0);
  });

  it("draws nothing for a packet without steps", () => {
    const drawn = valley([], [], new Set(), 502, 200);
    expect(drawn.done).toBe("");
    expect(drawn.now).toEqual({ x: 92, y: drawn.levels[0]?.y });
  });

  it("lies deeper the more is off, ground on top", () => {
    const { levels } = valley(steps, openings, new Set(), 502, 200);
    expect(levels.map((l) => l.name)).toEqual(["ground", "secured", "wheel off"]);
    expect(levels.map((l) => l.y)).toEqual([...levels.map((l) => l.y)].sort((a, b) => a - b));
  });

  it("stops where the order is broken", () => {
    expect(valley(steps, openings, new Set(["b", "c"]), 502, 200).done).toBe("");
  });

  it("names each wheel end under its own valley", () => {
    expect(valley(steps, openings, new Set(), 502, 200).ends).toEqual([{ x: 292, name: "axle-1-left" }]);
  });

  it("names it under its deepest part, and leaves out a name that would run into another", () => {
    const deep = [
      step("a", "axle-1-left", 3, 20),
      step("b", "axle-1-left", 5, 10),
      step("c", "axle-1-left", 3, 10),
    ];
    expect(valley(deep, openings, new Set(), 502, 200).ends).toEqual([{ x: 342, name: "axle-1-left" }]);
    const near = [
      step("a", "axle-1-left", 3, 2),
      step("b", "axle-2-left", 3, 3),
      step("c", "axle-2-right", 3, 15),
    ];
    const ends = valley(near, openings, new Set(), 502, 200).ends.map((e) => e.name);
    expect(ends).toEqual(["axle-1-left", "axle-2-right"]);
  });
});
