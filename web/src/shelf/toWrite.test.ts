import { expect, test } from "vitest";
import { toWrite } from "./toWrite";

const line = (orderBy: string, quantity: number) => ({ code: "SEAL", orderBy, neededOn: orderBy, quantity });

test("a part picked for two dates is ordered once, with what was typed in place of what was proposed", () => {
  expect(toWrite([line("2026-12-01", 4), line("2027-01-01", 2)], {})).toEqual([
    { code: "SEAL", quantity: "6" },
  ]);
  expect(
    toWrite([line("2026-12-01", 4), line("2027-01-01", 2)], { "SEAL 2026-12-01 2026-12-01": "10" }),
  ).toEqual([{ code: "SEAL", quantity: "12" }]);
});

test("what can't be read is sent as it is", () => {
  expect(toWrite([line("2026-12-01", 4)], { "SEAL 2026-12-01 2026-12-01": "a few" })).toEqual([
    { code: "SEAL", quantity: "a few" },
  ]);
  expect(
    toWrite([line("2026-12-01", 4), line("2027-01-01", 2)], { "SEAL 2026-12-01 2026-12-01": "a few" }),
  ).toEqual([{ code: "SEAL", quantity: "a few 2" }]);
});
