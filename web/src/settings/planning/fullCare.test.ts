import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { FullCare } from "./fullCare";

const rule = (code: string, by: Schemas["Doer"]): Schemas["RuleAnswer"] => ({
  code,
  name: code,
  months: 3,
  miles: null,
  source: "",
  legal: false,
  onlyWhereAsked: false,
  by,
  ownerMay: true,
  recurs: true,
});

const RULES = [rule("bolts", "owner"), rule("lugs", "owner"), rule("repack", "shop")];

describe("full care", () => {
  it("is chosen for all that owners usually do, and for nothing else", () => {
    const on = FullCare.choose({ repack: { kept: true, months: 9, miles: null } }, RULES, true);
    expect(on).toEqual({
      repack: { kept: true, months: 9, miles: null },
      bolts: { kept: true, months: null, miles: null, by: "shop" },
      lugs: { kept: true, months: null, miles: null, by: "shop" },
    });
    expect(FullCare.stands(on, RULES)).toBe(true);
    expect(FullCare.stands({ bolts: { kept: true, months: null, miles: null, by: "shop" } }, RULES)).toBe(
      false,
    );
  });

  it("goes without a trace, but for how long work lasts", () => {
    const own = { bolts: { kept: true, months: 2, miles: null } };
    const on = FullCare.choose(own, RULES, true);
    expect(on["bolts"]).toEqual({ kept: true, months: 2, miles: null, by: "shop" });
    expect(FullCare.choose(on, RULES, false)).toEqual({
      bolts: { kept: true, months: 2, miles: null, by: null },
    });
  });
});
