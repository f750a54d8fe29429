import { expect, test } from "vitest";
import { sumFor, backToAddress, backToFrom } from "./backTo";

const use = { visit: "v1", step: "axle-1-left/wheel-on/torque", reading: "lug-torque" };

test("a step's torque opens the wrench filled in, and the way back survives typing", () => {
  const address = sumFor(use, "90 to 100 lbf·ft") ?? "";
  const [path, search] = address.split("?");
  expect(path).toBe("/reckoner/wrench");
  expect(new URLSearchParams(search).get("wanted")).toBe("100");
  expect(backToFrom(`?${search ?? ""}`)).toEqual(use);
  expect(backToFrom(`?wanted=100${backToAddress(use)}`)).toEqual(use);
});

test("a figure that no sum gives has no link, and an address without a visit goes nowhere", () => {
  expect(sumFor({ ...use, reading: "lining" }, undefined)).toBeNull();
  expect(sumFor(use, "by the wheel maker's chart")).not.toContain("wanted");
  expect(sumFor({ ...use, reading: "end-play" }, undefined)).toContain("/reckoner/nut-setting?");
  expect(backToFrom("?visit=v1")).toBeNull();
  expect(backToAddress(null)).toBe("");
});
