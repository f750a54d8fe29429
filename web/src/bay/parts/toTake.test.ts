import { describe, expect, it } from "vitest";
import { partFor, toTake } from "./toTake";

const need = (name: string, quantity: number, oneOf: string[] = []) => ({
  name,
  quantity,
  unit: "piece",
  oneOf,
});
const seal = need("grease seal 2.125 × 3.376 or 2.250 × 3.376", 1, [
  "grease seal 2.125 × 3.376",
  "grease seal 2.250 × 3.376",
]);
const parts = [
  { code: "SEAL-2250-3376", name: "grease seal 2.250 × 3.376" },
  { code: "PIN-COTTER", name: "cotter pin" },
  { code: "HUB", name: "hub or hub-drum" },
];

describe("parts to take", () => {
  it("adds up like parts in the order they are first needed", () => {
    const all = toTake([
      { parts: [seal] },
      { parts: [need("cotter pin", 1)] },
      { parts: [seal, need("cotter pin", 2)] },
    ]);
    expect(all.map((n) => [n.name, n.quantity])).toEqual([
      [seal.name, 2],
      ["cotter pin", 3],
    ]);
  });

  it("finds what a scanner typed, whichever of two candidates it is", () => {
    expect(partFor("SEAL-2250-3376", [seal, need("cotter pin", 4)], parts).need).toBe(seal);
    expect(partFor(" pin-cotter ", [seal, need("cotter pin", 4)], parts).need?.name).toBe("cotter pin");
  });

  it("finds what begins like it, and asks for more where several do", () => {
    const needs = [need("shackle bolt 9/16", 1), need("shackle link", 2), need("cotter pin", 1)];
    expect(partFor("cot", needs, parts).need?.name).toBe("cotter pin");
    expect(partFor("shackle", needs, parts).problem).toBe(
      "“shackle” could be 2 of these: type a little more.",
    );
  });

  it("says what is wrong with a code that means nothing here", () => {
    expect(partFor("HUB", [seal], parts).problem).toBe("This visit does not need hub or hub-drum.");
    expect(partFor("4006381333931", [seal], parts).problem).toBe(
      "No part here has the code or name “4006381333931”.",
    );
    expect(partFor("  ", [seal], parts).problem).toBe("Scan a label, or type what it is.");
  });
});
