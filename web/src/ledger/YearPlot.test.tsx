// @vitest-environment happy-dom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { show } from "../tests/screen";
import { heldInWords, inWords, YearPlot } from "./YearPlot";

const month = (n: number, with_: object = {}) => ({
  first: `2026-${String(n).padStart(2, "0")}-01`,
  visits: 0,
  hours: 0,
  accepted: 0,
  estimatedHours: 0,
  tookHours: 0,
  ...with_,
});
const MONTHS = Array.from({ length: 12 }, (_, i) => month(i + 1));
const FOUND = [
  { name: "Wheel ends", renew: 3, hold: 1 },
  { name: "Brakes", renew: 0, hold: 0 },
];
const STOOD = [{ day: "2026-12-03", trailers: 19, overdue: 7, onHold: 1 }];
const year = (with_: object = {}) => ({ months: MONTHS, found: FOUND, stood: STOOD, ...with_ });
const worked = MONTHS.map((m, i) => (i === 4 ? { ...m, visits: 7, hours: 12 } : m));

describe("the last twelve months", () => {
  it("are said in words, with what was told beforehand only where something was", () => {
    expect(inWords([month(1, { visits: 1, hours: 1.5 })])).toBe("One visit, 1.5 h at work by the tablets.");
    const told = { visits: 3, hours: 1412.5, accepted: 2, estimatedHours: 9, tookHours: 10.2 };
    const two = [month(1, told), month(2, { visits: 1, hours: 0.1 })];
    expect(inWords(two)).toBe("4 visits, 1,412.6 h at work by the tablets.");
    expect(heldInWords(two)).toBe(
      "The 2 visits that were accepted beforehand took 10.2 h; 9 h had been told.",
    );
    expect(heldInWords(MONTHS)).toBe("No visit was accepted beforehand and measured.");
  });

  it("are drawn and told as a table, every month of them", async () => {
    const { user } = show(<YearPlot />, { "GET /ledger/year": year({ months: worked }) });
    await screen.findByRole("img", { name: /7 visits, 12 h/ });
    const [first] = screen.getAllByRole("button", { name: "The figures as a table" });
    if (first) await user.click(first);
    const table = within(screen.getByRole("table", { name: "Visits and hours" }));
    expect(table.getAllByRole("row")).toHaveLength(13);
    expect(table.getByRole("row", { name: "May 2026 7 12 h 2.8 h" })).toBeTruthy();
  });

  it("tell what was found by subsystem, and how many trailers have something overdue", async () => {
    show(<YearPlot />, { "GET /ledger/year": year({ months: worked }) });
    await screen.findByText("Something was to be renewed 3 times; a trailer was held once.");
    expect(screen.getByText(/7 of 19 now, 1 on Hold\. Written down from here on/)).toBeTruthy();
  });

  it("are not drawn while nothing was done", async () => {
    show(<YearPlot />, { "GET /ledger/year": year() });
    await screen.findByText("No visit was closed in them.");
    expect(screen.queryByRole("img")).toBeNull();
  });
});
