import { describe, expect, it } from "vitest";
import { pathOf } from "./label";

const ID = "01920000-0000-7000-8000-0000000000a1";

describe("the code on a label", () => {
  it("leads to the trailer or the wheel end, whatever the server was called when it was printed", () => {
    expect(pathOf(`https://shop.example/t/${ID}`)).toBe(`/t/${ID}`);
    expect(pathOf(` http://127.0.0.1:5080/t/${ID.toUpperCase()}/ `)).toBe(`/t/${ID}`);
    expect(pathOf(`http://10.0.0.2/under/t/${ID}/axle-1-left`)).toBe(`/t/${ID}/axle-1-left`);
  });

  it("leads nowhere where it is none of ours", () => {
    for (const code of [
      "",
      "L44649",
      "https://shop.example/",
      `https://shop.example/t/12`,
      `javascript:t/${ID}`,
    ]) {
      expect(pathOf(code)).toBeNull();
    }
    expect(pathOf(`https://shop.example/t/${ID}/../../settings`)).toBeNull();
    expect(pathOf(`https://shop.example/t/${ID}/a/b`)).toBeNull();
  });
});
