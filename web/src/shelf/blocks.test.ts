import { expect, test } from "vitest";
import { longWidth, MOST_BLOCKS, runs } from "./blocks";

test("every piece is a block of its own while they can be counted at a glance", () => {
  expect(runs({ promised: 2, free: 1, missing: 3, coming: 0 })).toEqual([
    { kind: "promised", amount: 2, blocks: 2, long: false },
    { kind: "free", amount: 1, blocks: 1, long: false },
    { kind: "missing", amount: 3, blocks: 3, long: false },
  ]);
});

test("more than that, or part of an ounce, becomes one long block a run", () => {
  expect(runs({ promised: 0, free: MOST_BLOCKS + 1, missing: 0, coming: 2 }).map((r) => r.blocks)).toEqual([
    1, 1,
  ]);
  expect(runs({ promised: 2.5, free: 1, missing: 0, coming: 0 }).every((r) => r.long)).toBe(true);
  expect(runs({ promised: 0, free: 0, missing: 0, coming: 0 })).toEqual([]);
});

test("a long block grows with its amount and stays within its board", () => {
  expect(longWidth(4)).toBeLessThan(longWidth(30));
  expect(longWidth(100_000)).toBe(84);
});
