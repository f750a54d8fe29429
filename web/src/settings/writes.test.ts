import { describe, expect, it } from "vitest";
import { rowsOf, tableInWords } from "./writes";

describe("what was written, in words", () => {
  it("says what was added, changed and taken away, and how often", () => {
    const rows = rowsOf(
      JSON.stringify([
        { table: "StepEntries", key: "1", after: { Key: "a" } },
        { table: "Readings", key: "2", after: { Typed: ".003" } },
        { table: "Readings", key: "3", after: { Typed: ".004" } },
        { table: "Customers", key: "4", before: { Phone: "1" }, after: { Phone: null } },
        { table: "VisitPhotos", key: "5", before: { At: "x" } },
      ]),
    );
    expect(tableInWords(rows)).toBe(
      "added step entries, added 2 readings, changed customers, took away visit photos",
    );
  });

  it("says nothing of what was erased or is no list", () => {
    for (const content of [null, "", "{}", "[", "7"]) expect(rowsOf(content)).toEqual([]);
  });
});
