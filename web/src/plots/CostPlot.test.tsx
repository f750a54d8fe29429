// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { moneyIn } from "../api/money";
import { show } from "../tests/screen";
import { CostPlot, costInWords } from "./CostPlot";
import { drawingAsFile, tableAsFile } from "./save";

const year = (n: number, with_: object = {}) => ({
  year: n,
  visits: 1,
  labour: 100,
  parts: 50,
  miles: 3000,
  perThousandMiles: 50,
  ...with_,
});

describe("what a trailer cost", () => {
  it("is said by the last year that says something by the mile, or in all", () => {
    const money = moneyIn("USD", "en-US");
    expect(costInWords([year(2025), year(2026, { visits: 0, perThousandMiles: 0 })], money)).toBe(
      "$50.00 for a thousand miles in 2025; $300.00 in all.",
    );
    expect(costInWords([year(2026, { perThousandMiles: null })], money)).toMatch(
      /^\$150\.00 in all; the road/,
    );
  });

  it("says what could not be counted, and can be kept as a drawing", async () => {
    show(<CostPlot trailer="t" />, {
      "GET /cost": { years: [year(2026)], untimed: 3, unpriced: 2 },
      "GET /settings/shop": { currency: "USD" },
    });
    const drawing = await screen.findByRole("img", { name: /for a thousand miles in 2026/ });
    expect(screen.getByText(/3 steps have no time and 2 parts have no price: not counted/)).toBeTruthy();
    const file = drawingAsFile(drawing as unknown as SVGSVGElement);
    expect(file).toContain('xmlns="http://www.w3.org/2000/svg"');
    expect(file).toContain("2026");
    expect(file).not.toContain("class=");
  });

  it("adds nothing up where nothing was done", async () => {
    show(<CostPlot trailer="t" />, {
      "GET /cost": { years: [year(2026, { visits: 0 })], untimed: 0, unpriced: 0 },
    });
    await screen.findByText("No visit of it was closed yet: there is nothing to add up.");
  });

  it("is kept as a table that any other program reads", () => {
    expect(
      tableAsFile(
        ["Where", "Figure"],
        [
          ["axle 1, left", '3/16" worn'],
          ["axle 2", "1"],
        ],
      ),
    ).toBe('Where,Figure\r\n"axle 1, left","3/16"" worn"\r\naxle 2,1\r\n');
  });
});
