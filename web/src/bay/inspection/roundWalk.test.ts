import { expect, test } from "vitest";
import type { Schemas } from "../../api/client";
import { nextPlace, placesOf, reachable, unseen } from "./roundWalk";

const thing = (subject: Schemas["Subject"], lookedAt: boolean): Schemas["RoundThing"] => ({
  subject,
  words: subject,
  lookedAt,
  verdict: null,
  said: [],
  readings: [],
  lastTime: null,
  opposite: [],
});
const stop = (
  key: string,
  reach: Schemas["RoundReach"],
  ...things: Schemas["RoundThing"][]
): Schemas["RoundStop"] => ({
  key,
  place: key.split("/")[0] ?? key,
  spoken: key,
  reach,
  behind: key.split("/")[1] ?? null,
  things,
});
const stops = [
  stop("trailer", "now", thing("lights", true)),
  stop("axle-1-left", "now", thing("tyre", false), thing("studs", true)),
  stop("axle-1-right", "now", thing("tyre", true)),
  stop("axle-2-left", "now", thing("tyre", false)),
  stop("axle-1-left/hub-open", "notThisVisit", thing("bearing", false)),
  stop("axle-1-right/cap-off", "later", thing("grease", false)),
];

test("stops of one place come together, in the order of the walk", () => {
  const spots = placesOf({ stops });
  expect(spots.map((s) => s.place)).toEqual(["trailer", "axle-1-left", "axle-1-right", "axle-2-left"]);
  expect(spots[1]?.stops.map((s) => s.key)).toEqual(["axle-1-left", "axle-1-left/hub-open"]);
});

test("only what can be looked at now is still to be looked at", () => {
  const spots = placesOf({ stops });
  expect(spots.map((s) => unseen(s).map((t) => t.subject))).toEqual([[], ["tyre"], [], ["tyre"]]);
  expect(stops.map(reachable)).toEqual([true, true, true, true, false, false]);
});

test("the walk goes on to the next place with something left, and round again at the end", () => {
  const spots = placesOf({ stops });
  expect(nextPlace(spots, null)).toBe("axle-1-left");
  expect(nextPlace(spots, "axle-1-left")).toBe("axle-2-left");
  expect(nextPlace(spots, "axle-2-left")).toBe("axle-1-left");
  expect(nextPlace(placesOf({ stops: stops.slice(0, 1) }), "trailer")).toBeNull();
});
