import { expect, test } from "vitest";
import { readNumber } from "./numbers";

test.each([
  ["1200", 1200],
  ["1,200", 1200],
  ["12,345,678.5", 12_345_678.5],
  [" .5 ", 0.5],
  ["0", 0],
])("%s is read as %s", (typed, number) => expect(readNumber(typed)).toBe(number));

test.each(["", ".", "1,20", "12,00", "1,2345", "0x10", "1e3", "-4", "a lot"])(
  "%s is no plain number",
  (typed) => expect(readNumber(typed)).toBeNull(),
);
