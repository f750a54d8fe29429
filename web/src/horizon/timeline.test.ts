import { describe, expect, it } from "vitest";
import { BEFORE, bracket, months, scale, share, TAB, tabs, weeksAfter, weeksBetween } from "./timeline";

const FIRST = "2026-11-23";

describe("the horizon's days", () => {
  it("counts weeks across a clock change, a leap day and a year's end", () => {
    expect(weeksBetween("2026-10-19", "2026-11-02")).toBe(2);
    expect(weeksBetween("2028-02-28", "2028-03-06")).toBe(1);
    expect(weeksAfter("2026-12-28", 1)).toBe("2027-01-04");
    expect(weeksAfter("2027-03-22", 1)).toBe("2027-03-29");
  });

  it("lays weeks to the right and everything overdue in the room before them", () => {
    const x = scale(FIRST, 53, 17);
    expect(x(FIRST)).toBe(BEFORE);
    expect(x("2026-11-30")).toBe(BEFORE + 17);
    expect(x("2026-11-20")).toBeLessThan(BEFORE);
    expect(x("2020-01-01")).toBeGreaterThan(0);
    expect(x("2099-01-01")).toBe(BEFORE + 53 * 17);
  });

  it("names months where they begin", () => {
    const found = months(FIRST, 10, scale(FIRST, 10, 17));
    expect(found.map((m) => m.words)).toEqual(["Dec", "Jan 2027"]);
  });

  it("brackets what a visit takes, early and late", () => {
    const x = scale(FIRST, 53, 10);
    expect(bracket(x, "2026-12-07", ["2026-11-30", "2027-01-04"])).toEqual({
      from: BEFORE + 10,
      to: BEFORE + 60,
      at: BEFORE + 20,
    });
  });

  it("keeps tabs from covering each other", () => {
    const placed = tabs([10, 20, 200, 600], 900);
    expect(placed.map((t) => t.left)).toEqual([10, 10 + TAB.least + 4, 200, 600]);
    placed.slice(1).forEach((t, i) => {
      const before = placed[i];
      expect((before?.left ?? 0) + (before?.width ?? 0)).toBeLessThan(t.left);
    });
    expect(placed.every((t) => t.width >= TAB.least && t.width <= TAB.most)).toBe(true);
    expect(tabs([880], 900)).toEqual([{ left: 880, width: TAB.least }]);
  });

  it("fills a week no more than full", () => {
    expect(share(30, 60)).toBe(0.5);
    expect(share(90, 60)).toBe(1);
    expect(share(1, 0)).toBe(0);
  });
});
