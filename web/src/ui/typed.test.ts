import { expect, test } from "vitest";
import { asAddress, fromAddress, usual } from "./typed";

const entries = [
  { code: "wanted", example: "100", optional: false },
  { code: "length", example: "1 1/2", optional: false },
  { code: "shown", example: "80", optional: true },
];

test("a sum begins with its example, and leaves empty what may stay so", () => {
  expect(usual(entries)).toEqual({ wanted: "100", length: "1 1/2", shown: "" });
});

test("an address opens a sum as it was typed, fractions, blanks and empty fields too", () => {
  for (const typed of [
    { wanted: "95 N·m", length: "4 1/4", shown: "" },
    { wanted: "", length: '18"', shown: "3+4&5" },
  ]) {
    expect(fromAddress(asAddress(typed, entries), entries)).toEqual(typed);
  }
});

test("what an address leaves out is the example's", () => {
  expect(fromAddress("?length=20&stranger=1", entries)).toEqual({ wanted: "100", length: "20", shown: "" });
});
