import { expect, test } from "vitest";
import type { Schemas } from "../../api/client";
import { LEFT_OUT, placesOf, toSend } from "./fromPaper";

const step = (key: string, place: string, more: Partial<Schemas["PacketStep"]> = {}) =>
  ({
    key,
    place,
    placeSpoken: place,
    readings: [],
    optional: false,
    ...more,
  }) as unknown as Schemas["PacketStep"];

const STEPS = [
  step("chock", "trailer"),
  step("rock", "left", { readings: ["rim-rock", "end-play"] }),
  step("wash", "left", { optional: true }),
  step("pin", "left"),
  step("lights", "trailer"),
];

test("ticked steps go with their figures, blank ones without", () => {
  const sent = toSend(
    STEPS,
    { done: new Set(["chock", "rock"]), figures: { "rock rim-rock": " 1/32 ", "rock end-play": " " } },
    (what) => what,
  );
  expect(sent.map((s) => [s.step.key, s.ticked, s.step.skippedBecause])).toEqual([
    ["chock", true, null],
    ["rock", true, null],
  ]);
  expect(sent[1]?.step.readings).toEqual([{ id: "rock rim-rock", kind: "rim-rock", typed: "1/32" }]);
});

test("what may be left out and was is said to have been, before the last tick only", () => {
  const sent = toSend(STEPS, { done: new Set(["rock", "lights"]), figures: {} }, (what) => what);
  expect(sent.map((s) => s.step.key)).toEqual(["rock", "wash", "lights"]);
  expect(sent[1]?.step.skippedBecause).toBe(LEFT_OUT);
  expect(toSend(STEPS, { done: new Set(["rock"]), figures: {} }, (w) => w)).toHaveLength(1);
  expect(toSend(STEPS, { done: new Set(), figures: {} }, (w) => w)).toEqual([]);
});

test("steps one after the other at one place stand together, in their order", () => {
  expect(placesOf(STEPS).map((p) => [p.spoken, p.steps.length])).toEqual([
    ["trailer", 1],
    ["left", 3],
    ["trailer", 1],
  ]);
});
