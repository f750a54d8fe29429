// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { judgement } from "../../tests/facts";
import { refused, show } from "../../tests/screen";
import { RoundPlace } from "./RoundPlace";
import { placesOf } from "./roundWalk";

const row = (code: string, subject: Schemas["Subject"], verdict: Schemas["Verdict"]) =>
  ({
    code,
    subject,
    seen: code,
    judgement: judgement(verdict),
    jobs: [],
    places: [],
  }) as unknown as Schemas["ObservationRuleAnswer"];
const thing = (
  subject: Schemas["Subject"],
  with_: Partial<Schemas["RoundThing"]> = {},
): Schemas["RoundThing"] => ({
  subject,
  words: subject,
  lookedAt: false,
  verdict: null,
  said: [],
  readings: [],
  lastTime: null,
  opposite: [],
  ...with_,
});
const TREAD: Schemas["ReadingAsked"] = {
  code: "tread",
  name: "Tread depth",
  quantity: "length",
  example: "3/16",
};
const stop = (
  things: Schemas["RoundThing"][],
  with_: Partial<Schemas["RoundStop"]> = {},
): Schemas["RoundStop"] => ({
  key: "axle-1-left",
  place: "axle-1-left",
  spoken: "axle 1 left",
  reach: "now",
  behind: null,
  things,
  ...with_,
});
const round = (stops: Schemas["RoundStop"][], with_: Partial<Schemas["RoundAnswer"]> = {}) =>
  ({
    visitId: "visit-1",
    closed: false,
    stops,
    rulebook: {
      subjects: [],
      rows: [
        row("Tyre sound", "tyre", "sound"),
        row("Tyre worn", "tyre", "renew"),
        row("Studs sound", "studs", "sound"),
      ],
    },
    ...with_,
  }) as unknown as Schemas["RoundAnswer"];
const now = round([stop([thing("tyre", { readings: [TREAD] }), thing("studs")])]);

function walk(of: Schemas["RoundAnswer"] = now, replies: Record<string, unknown> = {}) {
  const onState = vi.fn();
  const onPass = vi.fn();
  const [spot] = placesOf(of);
  if (!spot) throw new Error("no place");
  const shown = show(<RoundPlace round={of} spot={spot} onState={onState} onPass={onPass} />, {
    "GET /understand": { ours: "3/16 in", other: "4.8 mm", problem: null, judgement: null, meant: null },
    ...replies,
  });
  return { ...shown, onState, onPass };
}

describe("a place of the round", () => {
  it("is all sound by one button, which goes on", async () => {
    const { user, of, onState } = walk(now, { "PUT /round/axle-1-left": now });
    await user.click(screen.getByRole("button", { name: "All sound, next place" }));
    await waitFor(() => expect(onState).toHaveBeenCalledWith(now, true));
    const { observations, readings, rest } = of("PUT")[0]?.body ?? {};
    expect([observations, readings]).toEqual([[], []]);
    expect((rest as { subject: string }[]).map((r) => r.subject)).toEqual(["tyre", "studs"]);
  });

  it("writes one row down by one touch, and stays", async () => {
    const { user, of, onState } = walk(now, { "PUT /round/": now });
    await user.click(screen.getByRole("button", { name: /Tyre worn/ }));
    await waitFor(() => expect(onState).toHaveBeenCalledWith(now, false));
    expect(of("PUT")[0]?.body.observations).toMatchObject([{ ruleCode: "Tyre worn", note: "" }]);
    expect(screen.getByText("It is renew.")).toBeTruthy();
  });

  it("goes on, when asked while a row is on its way, with what has come back", async () => {
    let answer: (of: unknown) => void = () => undefined;
    let tries = 0;
    const { user, of } = walk(now, {
      "PUT /round/": () => (++tries === 1 ? new Promise((go) => (answer = go)) : now),
    });
    await user.click(screen.getByRole("button", { name: /Tyre worn/ }));
    fireEvent.keyDown(screen.getByRole("heading", { level: 2 }), { key: "g" });
    expect(of("PUT")).toHaveLength(1);
    answer(now);
    await waitFor(() => expect(of("PUT")).toHaveLength(2));
    expect(of("PUT")[1]?.body.rest).toHaveLength(2);
  });

  it("sends a figure with Enter, keeps it while it is refused, and empties the field when it is taken", async () => {
    let tries = 0;
    const { user } = walk(now, {
      "PUT /round/": () => (++tries === 1 ? refused(422, "That is no depth.", "/readings/0/typed") : now),
    });
    const field = screen.getByRole("textbox", { name: "Tread depth" });
    await user.type(field, "3 furlongs{Enter}");
    await screen.findByText("That is no depth.");
    expect(field).toHaveProperty("value", "3 furlongs");
    await user.clear(field);
    await user.type(field, "3/16{Enter}");
    await waitFor(() => expect(field).toHaveProperty("value", ""));
  });

  it("is passed by with a letter, not while a figure is typed, and a key held down means one place", async () => {
    const { user, of, onPass } = walk();
    await user.type(screen.getByRole("textbox"), "gp");
    expect(onPass).not.toHaveBeenCalled();
    const heading = screen.getByRole("heading", { level: 2 });
    expect(fireEvent.keyDown(heading, { key: "g", repeat: true })).toBe(false);
    expect(of("PUT")).toHaveLength(0);
    fireEvent.keyDown(heading, { key: "p" });
    expect(onPass).toHaveBeenCalledOnce();
  });

  it("says what its opposite was, and says the same with one touch", async () => {
    const seen: Schemas["LastSeen"] = {
      rule: "Tyre worn",
      seen: "Worn",
      verdict: "renew",
      which: "",
      on: "2026-06-10",
    };
    const { user, of } = walk(round([stop([thing("tyre", { opposite: [seen] }), thing("studs")])]), {
      "PUT /round/": now,
    });
    expect(screen.getByText("tyre: worn")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "The same as its opposite" }));
    await waitFor(() =>
      expect(of("PUT")[0]?.body.observations).toMatchObject([
        { ruleCode: "Tyre worn", note: "the same as its opposite" },
      ]),
    );
    expect(of("PUT")[0]?.body.rest).toEqual([]);
  });

  it("never calls looked at what it does not reach, and says behind what it lies", async () => {
    const behind = stop([thing("seal")], { key: "axle-1-left/hub", reach: "notThisVisit", behind: "hub" });
    const { user, of } = walk(round([stop([thing("tyre")]), behind]), { "PUT /round/": now });
    expect(screen.getByText(/behind what this visit does not open \(hub\); not looked at/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /next place$/ }));
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    expect((of("PUT")[0]?.body.rest as { subject: string }[]).map((r) => r.subject)).toEqual(["tyre"]);
  });

  it("goes on without a word where all is looked at, and is only read once the visit is closed", async () => {
    const seen = round([stop([thing("tyre", { lookedAt: true, verdict: "watch", said: ["Tyre worn"] })])]);
    const { user, of, onPass, unmount } = walk(seen);
    await user.click(screen.getByRole("button", { name: "Next place" }));
    expect(onPass).toHaveBeenCalledOnce();
    expect(of("PUT")).toHaveLength(0);
    unmount();
    walk({ ...seen, closed: true });
    expect(screen.queryByRole("button", { name: /on/ })).toBeNull();
    expect(screen.getByRole("button", { name: /Tyre sound/ })).toHaveProperty("disabled", true);
  });
});
