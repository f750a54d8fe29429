import { describe, expect, it } from "vitest";
import { openInWords } from "../visit/openNow";
import { propose } from "./proposedParts";

const seal = {
  name: "grease seal 2.125 × 3.376 or 2.250 × 3.376",
  quantity: 1,
  unit: "piece",
  oneOf: ["grease seal 2.125 × 3.376", "grease seal 2.250 × 3.376"],
};
const grease = { name: "wheel bearing grease", quantity: 3, unit: "oz" };

describe("propose", () => {
  it("takes the seal that the journal measured at this place picks", () => {
    const readings = [
      { place: "axle-1-right", picks: "grease seal 2.125 × 3.376" },
      { place: "axle-1-left", picks: "grease seal 2.250 × 3.376" },
    ];
    expect(propose([seal], readings, "axle-1-left")).toEqual([
      { name: "grease seal 2.250 × 3.376", quantity: 1, unit: "piece", oneOf: seal.oneOf, picked: true },
    ]);
  });

  it("goes by the newest figure when one place was measured twice", () => {
    const readings = seal.oneOf.map((picks) => ({ place: "axle-1-left", picks }));
    expect(propose([seal], readings, "axle-1-left")[0]?.name).toBe("grease seal 2.250 × 3.376");
  });

  it("offers the first and says that nothing picked it where nobody measured, or nothing usual fits", () => {
    for (const readings of [
      [],
      [{ place: "axle-1-left", picks: null }],
      [{ place: "axle-1-left", picks: "grease seal 1.719 × 2.565" }],
    ]) {
      expect(propose([seal], readings, "axle-1-left")[0]).toMatchObject({
        name: seal.oneOf[0],
        picked: false,
      });
    }
  });

  it("leaves a part that is only one thing as it is", () => {
    expect(propose([grease], [], "axle-1-left")).toEqual([{ ...grease, oneOf: [], picked: false }]);
  });
});

describe("openInWords", () => {
  const at = (place: string, placeSpoken: string) => (name: string, depth: number) => ({
    place,
    placeSpoken,
    name,
    depth,
  });
  const trailer = at("trailer", "the trailer");
  const side = at("left", "left side");
  const end = at("axle-2-left", "axle 2 left");
  const other = at("axle-1-left", "axle 1 left");

  it("says what is open a line a place, from the ground down", () => {
    expect(
      openInWords([
        end("hub off", 5),
        end("cap off", 4),
        end("wheel off", 3),
        other("wheel off", 3),
        side("raised", 2),
        trailer("secured", 1),
      ]),
    ).toEqual([
      "trailer secured",
      "left side raised",
      "axle 2 left: wheel off, cap off, hub off",
      "axle 1 left: wheel off",
    ]);
  });

  it("says nothing when nothing is open", () => {
    expect(openInWords([])).toEqual([]);
  });
});
