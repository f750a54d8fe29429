import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { follow, poundsOf } from "./usualGear";

const light: Schemas["GearDescription"] = {
  axles: 2,
  ratingPounds: 3500,
  brake: "electricDrum",
  brakeDiameter: "10",
  brakeWidth: "2 1/4",
  lubrication: "handPacked",
  nutRetention: "castleNut",
  suspension: "doubleEyeSprings",
  spindle: "welded",
  studCount: 5,
  studThread: "1/2",
};
const heavy: Schemas["GearDescription"] = {
  ...light,
  axles: 3,
  ratingPounds: 7000,
  brakeDiameter: "12",
  brakeWidth: "2",
  studCount: 8,
  studThread: "9/16",
};

describe("follow", () => {
  it("takes what is usual where nobody has said anything", () => {
    expect(follow(light, heavy, new Set())).toEqual(heavy);
  });

  it("keeps what was said, and only that", () => {
    const said = { ...light, suspension: "torsion", spindle: "torsionArm" } as const;
    expect(follow(said, heavy, new Set(["suspension", "spindle"]))).toEqual({
      ...heavy,
      suspension: "torsion",
      spindle: "torsionArm",
    });
  });

  it("always takes the axles and the rating asked for", () => {
    const all = new Set(Object.keys(light) as (keyof typeof light)[]);
    expect(follow(light, heavy, all)).toEqual({ ...light, axles: 3, ratingPounds: 7000 });
  });
});

describe("poundsOf", () => {
  it("reads a rating however it is written", () => {
    expect(["5200", "5,200", "5,200 lb", " 7 000", "", "lb"].map(poundsOf)).toEqual([
      5200, 5200, 5200, 7000, 0, 0,
    ]);
  });
});
