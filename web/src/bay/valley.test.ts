import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
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
  looks: [],
  tools: [],
  parts: [],
  school: null,
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
});
