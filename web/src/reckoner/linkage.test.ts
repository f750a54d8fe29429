import { expect, test } from "vitest";
import { linkage } from "./linkage";

test("springs keep their length between hanger and eye along the trailer, and axles sit in their middle", () => {
  const side = linkage(33.5, 25.25, 6, 2, 3.949);
  const [hanger] = side.hangers;
  const [eye] = side.eyes;
  const [axle] = side.axles;
  expect(eye.x - hanger.x).toBeCloseTo(25.25, 10);
  expect(axle.x).toBeCloseTo((hanger.x + eye.x) / 2, 10);
  expect(axle.y).toBeCloseTo((hanger.y + eye.y) / 2, 10);
});

test("the two sides mirror each other about the centre bolt", () => {
  const { holes, eyes } = linkage(33.5, 25.25, 6, 2, 3.949);
  expect(holes[0].x + holes[1].x).toBe(0);
  expect(eyes[0].y).toBe(eyes[1].y);
});
