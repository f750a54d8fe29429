import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { onLine } from "../tests/facts";
import { beside, calledOff, mergeable, merged, moved, split } from "./moves";

const A = onLine("2026-12-07", ["repack", "bolts"]);
const B = onLine("2027-02-01", ["spring"]);

describe("what is told to planning", () => {
  it("asks for a proposed visit in its new week", () => {
    expect(moved(A, "2026-12-21")).toEqual([
      { kind: "pin", tasks: ["repack", "bolts"], to: "2026-12-21", from: "2026-12-07", booking: null },
    ]);
  });

  it("moves an accepted visit by whole weeks, its weekday kept", () => {
    const booked = onLine("2026-12-07", ["repack"], { booking: "b", day: "2026-12-09" });
    expect(moved(booked, "2026-11-30")[0]).toMatchObject({ kind: "move", to: "2026-12-02", booking: "b" });
    expect(calledOff(booked)[0]).toMatchObject({ kind: "callOff", booking: "b" });
    expect(calledOff(A)).toEqual([]);
  });

  it("merges into the other's week and holds that one there", () => {
    expect(merged(A, B).map((d) => [d.tasks, d.to])).toEqual([
      [["spring"], "2027-02-01"],
      [["repack", "bolts"], "2027-02-01"],
    ]);
  });

  it("merges only what is not the same work come round again", () => {
    expect(mergeable(A, B)).toBe(true);
    expect(mergeable(A, onLine("2027-12-06", ["bolts"]))).toBe(false);
    expect(mergeable(A, undefined)).toBe(false);
  });

  it("splits off some tasks and holds the rest", () => {
    expect(split(A, ["bolts"], "2027-01-04").map((d) => [d.tasks, d.to])).toEqual([
      [["repack"], "2026-12-07"],
      [["bolts"], "2027-01-04"],
    ]);
    expect(split(A, ["repack", "bolts"], "2027-01-04")).toHaveLength(1);
  });

  it("finds the visit beside another", () => {
    const line = { visits: [A, B] } as unknown as Schemas["HorizonLine"];
    expect(beside(line, A, 1)).toBe(B);
    expect(beside(line, A, -1)).toBeUndefined();
  });
});
