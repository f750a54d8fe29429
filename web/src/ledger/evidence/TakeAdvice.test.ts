import { describe, expect, it } from "vitest";
import { takenOf } from "./TakeAdvice";

const advice = (use: string) => ({
  rule: "repack",
  use,
  counted: 41,
  presentMonths: 12,
  presentMiles: 12_000,
  months: 14,
  lowMonths: 12,
  highMonths: 17,
  miles: null,
  hint: "",
  mayTake: true,
});
const taken = (use: string, months: number) => ({
  use,
  rule: "repack",
  months,
  miles: null,
  source: "this shop, n = 41",
});

describe("what was taken over", () => {
  it("is told by its use: another's is none of it", () => {
    const both = { forAll: [taken("", 14)], forUses: [taken("launched", 6)], version: 3 };
    expect(takenOf(advice(""), both)).toBe(14);
    expect(takenOf(advice("launched"), both)).toBe(6);
    expect(takenOf(advice("salt"), both)).toBeNull();
    expect(takenOf(advice(""), { ...both, forAll: [] })).toBeNull();
    expect(takenOf(advice(""), undefined)).toBeNull();
  });
});
