import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { missing, sentAs, suggested, withColumn } from "./match";

const found = (heading: string, dates: Schemas["DatesWritten"] | null, eitherWay = false) => ({
  heading,
  samples: [],
  dates,
  eitherWay,
});
const LOOK: Schemas["TableLook"] = {
  kind: "history",
  ours: false,
  encoding: "utf-8",
  rows: 2,
  found: [found("Unit", null), found("Done", "monthFirst"), found("Seen", "monthFirst", true)],
  kinds: [
    {
      kind: "history",
      columns: [
        { name: "tag", needed: true, guess: "Unit", day: false },
        { name: "on", needed: true, guess: "Done", day: true },
        { name: "job", needed: false, guess: "", day: false },
      ],
    },
    { kind: "customers", columns: [{ name: "customer", needed: true, guess: "", day: false }] },
  ],
  choices: {},
};

describe("a table's columns", () => {
  it("are matched as they seem to be, with what is missing said", () => {
    const match = suggested(LOOK);
    expect(match).toEqual({
      kind: "history",
      columns: { tag: "Unit", on: "Done", job: "" },
      dates: "monthFirst",
      words: {},
    });
    expect(missing(LOOK, match)).toEqual([]);
    expect(missing(LOOK, suggested(LOOK, "customers"))).toEqual(["customer"]);
    expect(JSON.parse(sentAs(match, "book.csv"))).toEqual({
      kind: "history",
      columns: { tag: "Unit", on: "Done" },
      dates: "monthFirst",
      words: {},
      from: "book.csv",
    });
  });

  it("leave days that could be read either way to somebody who knows", () => {
    const match = withColumn(LOOK, suggested(LOOK), "on", "Seen");
    expect(match.dates).toBe("");
    expect(missing(LOOK, match)).toEqual(["how its days are written"]);
    expect(missing(LOOK, withColumn(LOOK, match, "on", ""))).toEqual(["on"]);
    expect(withColumn(LOOK, match, "job", "Unit").dates).toBe("");
  });
});
