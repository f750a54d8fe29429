import { describe, expect, it } from "vitest";
import { moneyIn } from "./money";

describe("money", () => {
  it("has the shop's currency and the reader's grouping", () => {
    expect(moneyIn("USD", "en-US")(1412.5)).toBe("$1,412.50");
    expect(moneyIn("EUR", "de-DE")(1412.5).replace(/\s/g, " ")).toBe("1.412,50 €");
    expect(moneyIn("USD", "en-US").about(1412.5)).toBe("$1,413");
  });

  it("is a plain figure while the currency is not known, or is none", () => {
    expect(moneyIn(undefined, "en-US")(3)).toBe("3.00");
    expect(moneyIn("no", "en-US")(3)).toBe("3.00");
  });
});
