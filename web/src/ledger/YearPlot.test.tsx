// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { show } from "../tests/screen";
import { inWords, YearPlot } from "./YearPlot";

const month = (n: number, with_: object = {}) => ({
  first: `2026-${String(n).padStart(2, "0")}-01`,
  visits: 0,
  hours: 0,
  accepted: 0,
  estimatedHours: 0,
  tookHours: 0,
  ...with_,
});
const YEAR = Array.from({ length: 12 }, (_, i) => month(i + 1));

describe("the last twelve months", () => {
  it("are said in words, with what was told beforehand only where something was", () => {
    expect(inWords([month(1, { visits: 1, hours: 1.5 })])).toBe("One visit, 1.5 h at work by the tablets.");
    const told = { visits: 3, hours: 1412.5, accepted: 2, estimatedHours: 9, tookHours: 10.2 };
    expect(inWords([month(1, told), month(2, { visits: 1, hours: 0.1 })])).toBe(
      "4 visits, 1,412.6 h at work by the tablets. The 2 that were accepted beforehand took 10.2 h; 9 h had been told.",
    );
  });

  it("are drawn and told as a table, every month of them", async () => {
    const { user } = show(<YearPlot />, {
      "GET /ledger/year": YEAR.map((m, i) => (i === 4 ? { ...m, visits: 7, hours: 12 } : m)),
    });
    await screen.findByRole("img", { name: /7 visits, 12 h/ });
    await user.click(screen.getByRole("button", { name: "The figures as a table" }));
    expect(screen.getAllByRole("row")).toHaveLength(13);
    expect(screen.getByRole("row", { name: "May 2026 7 12 h – –" })).toBeTruthy();
  });

  it("are not drawn while nothing was done", async () => {
    show(<YearPlot />, { "GET /ledger/year": YEAR });
    await screen.findByText("No visit was closed in them.");
    expect(screen.queryByRole("img")).toBeNull();
  });
});
