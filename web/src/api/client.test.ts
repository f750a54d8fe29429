import { describe, expect, it } from "vitest";
import { answer, sentence, ShopProblem } from "./client";
import { newId } from "./ids";
import { clockInWords, dayInWords, minutesInWords, partWords } from "./words";

const refused = (status: number, error: unknown) =>
  answer(Promise.resolve({ error, response: new Response(null, { status }) }));

describe("answer", () => {
  it("gives the data of a good answer, and nothing for an empty one", async () => {
    expect(await answer(Promise.resolve({ data: { a: 1 }, response: new Response("{}") }))).toEqual({ a: 1 });
    expect(await answer(Promise.resolve({ response: new Response(null, { status: 204 }) }))).toBeUndefined();
  });

  it("throws what the shop refused, with its fields and what stands now", async () => {
    const problem = await refused(409, {
      detail: "Somebody else changed this.",
      errors: [{ pointer: "/version", detail: "Somebody else changed this." }],
      current: { tag: "P-07" },
    }).catch((e: unknown) => e);
    expect(problem).toBeInstanceOf(ShopProblem);
    const told = problem as ShopProblem;
    expect([told.status, told.message, told.field("/version"), told.field("/tag")]).toEqual([
      409,
      "Somebody else changed this.",
      "Somebody else changed this.",
      undefined,
    ]);
    expect(told.current).toEqual({ tag: "P-07" });
  });

  it("has a sentence even for an answer that is no problem document", async () => {
    await expect(refused(502, undefined)).rejects.toThrow(
      "The shop’s server answered 502.".replace("’", "'"),
    );
    expect(sentence("not an error")).toBe("Something went wrong in this page.");
  });
});

describe("words", () => {
  it("says minutes as the shop does", () => {
    expect([0, 59.4, 59.5, 152].map(minutesInWords)).toEqual(["0 min", "59 min", "1 h 00", "2 h 32"]);
  });

  it("says a day as it is written, wherever the browser stands", () => {
    expect(dayInWords("2026-11-24")).toBe("Nov 24, 2026");
    expect(dayInWords("2026-01-01T23:59:00+11:00")).toBe("Jan 1, 2026");
  });

  it("says a moment by the shop's own clock, wherever the browser stands", () => {
    expect(clockInWords("2026-11-24T07:05:00+11:00")).toBe("07:05");
    expect(clockInWords("2026-11-24T23:59:59.99-08:00")).toBe("23:59");
  });

  it("says a part as it is counted", () => {
    expect(partWords({ quantity: 2, unit: "piece", name: "cotter pin" })).toBe("2 × cotter pin");
    expect(partWords({ quantity: 3, unit: "oz", name: "grease" })).toBe("3 oz grease");
  });

  it("makes ids that sort by time", () => {
    const ids = Array.from({ length: 50 }, newId);
    expect([...ids].sort()).toEqual(ids);
    expect(ids.every((id) => id[14] === "7")).toBe(true);
  });
});
