import { afterEach, describe, expect, it, vi } from "vitest";
import { patientFetch } from "./connection";

afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

const lost = () => Promise.reject(new TypeError("Failed to fetch"));

describe("patientFetch", () => {
  it("sends the same request again until it is answered", async () => {
    vi.useFakeTimers();
    const sent: string[] = [];
    const network = vi.fn(async (request: Request) => {
      sent.push(await request.text());
      return sent.length < 4 ? lost() : Promise.resolve(new Response("taken", { status: 200 }));
    });
    vi.stubGlobal("fetch", network);
    const answer = patientFetch(new Request("http://shop.test/x", { method: "PUT", body: "the one entry" }));
    await vi.advanceTimersByTimeAsync(20_000);
    expect(await (await answer).text()).toBe("taken");
    expect(sent).toEqual(Array(4).fill("the one entry"));
  });

  it("takes an answer cut off in the middle for no answer", async () => {
    vi.useFakeTimers();
    const cut = new ReadableStream({ pull: (c) => c.error(new TypeError("network error")) });
    const network = vi
      .fn()
      .mockResolvedValueOnce(new Response(cut))
      .mockResolvedValueOnce(new Response("whole"));
    vi.stubGlobal("fetch", network);
    const answer = patientFetch(new Request("http://shop.test/x"));
    await vi.advanceTimersByTimeAsync(5_000);
    expect(await (await answer).text()).toBe("whole");
  });

  it("gives up a request that hangs, and sends it anew", async () => {
    vi.useFakeTimers();
    const network = vi.fn((request: Request) =>
      network.mock.calls.length < 2
        ? new Promise<Response>((_, no) =>
            request.signal.addEventListener("abort", () => no(new Error("left"))),
          )
        : Promise.resolve(new Response("there")),
    );
    vi.stubGlobal("fetch", network);
    const answer = patientFetch(new Request("http://shop.test/x"));
    await vi.advanceTimersByTimeAsync(59_000);
    expect(network).toHaveBeenCalledTimes(1);
    await vi.advanceTimersByTimeAsync(5_000);
    expect(await (await answer).text()).toBe("there");
  });

  it("passes every answer on, refusals too", async () => {
    vi.stubGlobal("fetch", vi.fn().mockResolvedValue(new Response("no", { status: 409 })));
    expect((await patientFetch(new Request("http://shop.test/x"))).status).toBe(409);
    vi.stubGlobal("fetch", vi.fn().mockResolvedValue(new Response(null, { status: 204 })));
    expect((await patientFetch(new Request("http://shop.test/x"))).status).toBe(204);
  });

  it("stops when nobody waits for it any more", async () => {
    const stop = new AbortController();
    stop.abort();
    vi.stubGlobal("fetch", vi.fn(lost));
    await expect(patientFetch(new Request("http://shop.test/x", { signal: stop.signal }))).rejects.toThrow();
  });
});
