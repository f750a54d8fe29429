// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { state, step, visit } from "../../tests/facts";
import { choose, refused, show } from "../../tests/screen";
import { StepPanel } from "./StepPanel";

const PLAY: Schemas["ReadingAsked"] = {
  code: "end-play",
  name: "End play",
  quantity: "length",
  example: ".003",
};
const TORQUE: Schemas["ReadingAsked"] = {
  code: "lug-torque",
  name: "Lug nuts",
  quantity: "torque",
  example: "95",
};
const entry = {
  id: "entry-1",
  key: "before",
  at: "",
  by: "",
  skippedBecause: null,
  seconds: null,
  socket: null,
  folded: false,
};

/** A step on the screen, with the server's answers beside the ones every step asks for. */
function stand(of: Schemas["PacketStep"], replies: Record<string, unknown> = {}, more = visit([of])) {
  const onState = vi.fn();
  const onFound = vi.fn();
  const at = { ...more, readingsAsked: [PLAY, TORQUE] };
  const shown = show(
    <StepPanel visit={at} step={of} onState={onState} onTold={vi.fn()} onFound={onFound} />,
    {
      "GET /understand": { ours: "0.003 in", other: "0.076 mm", problem: null, judgement: null, meant: null },
      "GET /instruments": { instruments: [] },
      ...replies,
    },
  );
  return { ...shown, onState, onFound };
}

describe("the step at hand", () => {
  it("is done by Enter, without a mouse and without a figure where none is asked for", async () => {
    const now = state();
    const { user, of, onState } = stand(step(), { "PUT /entries/": now });
    expect(screen.getByRole("heading", { level: 2 }).textContent).toBe("Pack the cones");
    expect(document.activeElement).toBe(screen.getByRole("button", { name: "Done, next" }));
    await user.keyboard("{Enter}");
    await waitFor(() => expect(onState.mock.calls[0]?.[0]).toEqual(now));
    expect(of("PUT")[0]?.body).toMatchObject({
      key: "axle-1-left/repack/pack",
      readings: [],
      skippedBecause: null,
    });
  });

  it("starts in its first figure, and sends every figure under an id of its own", async () => {
    const { user, of } = stand(step({ readings: ["end-play", "lug-torque"] }), { "PUT /entries/": state() });
    expect(document.activeElement).toBe(screen.getByRole("textbox", { name: "End play" }));
    await user.keyboard(".003{Tab}");
    await user.type(screen.getByRole("textbox", { name: "Lug nuts" }), "95{Enter}");
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    const { readings } = of("PUT")[0]?.body as { readings: { id: string; kind: string; typed: string }[] };
    expect(readings.map((r) => [r.kind, r.typed])).toEqual([
      ["end-play", ".003"],
      ["lug-torque", "95"],
    ]);
    expect(new Set(readings.map((r) => r.id)).size).toBe(2);
  });

  it("keeps what was typed when it is refused, says so at the figure, and tries again under the same ids", async () => {
    let tries = 0;
    const { user, of } = stand(step({ readings: ["end-play"] }), {
      "PUT /entries/": () =>
        ++tries === 1 ? refused(422, "That is no length.", "/readings/0/typed") : state(),
    });
    await user.keyboard("a hair{Enter}");
    await screen.findByText("That is no length.");
    expect(screen.getByRole("textbox")).toHaveProperty("value", "a hair");
    expect(screen.queryByRole("alert")).toBeNull();
    await user.clear(screen.getByRole("textbox"));
    await user.keyboard(".003{Enter}");
    await waitFor(() => expect(of("PUT")).toHaveLength(2));
    const [first, second] = of("PUT");
    expect(second?.path).toBe(first?.path);
    expect(second?.body.readings[0].id).toBe(first?.body.readings[0].id);
  });

  it("finds a figure again that was typed before the page was loaded anew", async () => {
    const { user, unmount } = stand(step({ readings: ["end-play"] }));
    await user.keyboard(".004");
    unmount();
    stand(step({ readings: ["end-play"] }));
    expect(screen.getByRole("textbox")).toHaveProperty("value", ".004");
  });

  it("is skipped only for a reason, with no figure and no part", async () => {
    const packed = step({
      readings: ["end-play"],
      parts: [
        { name: "Grease", quantity: 3, unit: "oz", code: "GREASE", spot: "", oneOf: [] },
      ] as Schemas["PartNeed"][],
    });
    const { user, of } = stand(packed, { "PUT /entries/": refused(422, "Say why.", "/skippedBecause") });
    await user.type(screen.getByRole("textbox"), ".003");
    await user.click(screen.getByRole("button", { name: "Skip" }));
    expect(screen.queryByRole("textbox", { name: "End play" })).toBeNull();
    await user.click(screen.getByRole("button", { name: "Skip it, next" }));
    await screen.findByText("Say why.");
    expect(of("PUT")[0]?.body).toMatchObject({ readings: [], parts: [], socket: null, skippedBecause: "" });
    await user.click(screen.getByRole("button", { name: "Not skipped after all" }));
    expect(screen.getByRole("textbox", { name: "End play" })).toHaveProperty("value", ".003");
  });

  it("writes down the parts it proposes, but not one that was left out, and the one that went in", async () => {
    const parts = [
      { name: "Seal", quantity: 1, unit: "piece", code: "", spot: "", oneOf: ["Seal A", "Seal B"] },
      { name: "Cotter pin", quantity: 1, unit: "piece", code: "", spot: "", oneOf: [] },
    ] as Schemas["PartNeed"][];
    const { user, of } = stand(step({ parts }), { "PUT /entries/": state() });
    await user.click(screen.getByRole("checkbox", { name: /Cotter pin/ }));
    await choose(user, "Which one went in\\?", "Seal B");
    await user.click(screen.getByRole("button", { name: "Done, next" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    expect((of("PUT")[0]?.body.parts as { name: string }[]).map((p) => p.name)).toEqual(["Seal B"]);
  });

  it("has letters for what hands do often, but none while somebody types", async () => {
    const at = visit([step()], { state: state({ entries: [entry] }) });
    const { user, of, onFound } = stand(
      step({ readings: ["end-play"] }),
      { "DELETE /entries/": state() },
      at,
    );
    await user.keyboard("fsb");
    expect(onFound).not.toHaveBeenCalled();
    expect(screen.getByRole("textbox")).toHaveProperty("value", "fsb");
    screen.getByRole("button", { name: "Done, next" }).focus();
    await user.keyboard("f");
    expect(onFound).toHaveBeenCalledOnce();
    await user.keyboard("b");
    await waitFor(() => expect(of("DELETE")[0]?.path).toBe("/api/bay/visits/visit-1/entries/entry-1"));
    await user.keyboard("s");
    expect(screen.getByRole("textbox", { name: "Why is it skipped?" })).toBeTruthy();
  });

  it("takes a double tap and a key held down for one step", async () => {
    const { of } = stand(step(), { "PUT /entries/": () => new Promise(() => undefined) });
    const done = screen.getByRole("button", { name: "Done, next" });
    const form = done.closest("form") as HTMLFormElement;
    expect(fireEvent.click(form, { detail: 2 })).toBe(false);
    expect(fireEvent.keyDown(done, { key: "Enter", repeat: true })).toBe(false);
    // Two at the same instant are one entry, for they go under one id; a third waits until it is saved.
    fireEvent.submit(form);
    fireEvent.submit(form);
    await screen.findByRole("button", { name: "Saving…" });
    const sent = of("PUT").length;
    fireEvent.submit(form);
    expect(of("PUT")).toHaveLength(sent);
    expect(new Set(of("PUT").map((p) => p.path)).size).toBe(1);
  });

  it("warns before it asks, and says what stood here the last time", () => {
    const cautioned = step({
      cautions: ["Stands under the axle before a hand goes in."],
      practice: "By hand.",
    });
    const at = { ...visit([cautioned]), seenBefore: { [cautioned.key]: ["0.003 in on June 2"] } };
    stand(cautioned, {}, at);
    expect(screen.getByRole("list", { name: "Cautions" }).textContent).toContain("before a hand goes in");
    expect(screen.getByText("Last time here: 0.003 in on June 2")).toBeTruthy();
    expect(screen.getByText("By hand.")).toBeTruthy();
  });
});

describe("the figure of the maker's sheet", () => {
  const torque: Schemas["TorqueAsked"] = {
    what: "Lug nuts",
    words: "90 to 120 lbf·ft",
    stages: ["20 to 25 lbf·ft", "50 to 60 lbf·ft", "90 to 120 lbf·ft"],
    order: [1, 3, 5, 2, 4],
    source: "by the stud's thread",
    fastener: "lug-nut",
    sheet: "the wheel maker's",
    from: null,
    to: null,
    rounds: 1,
  };

  it("goes round in the order drawn, stage by stage", () => {
    stand(step({ torque }));
    screen.getByRole("img", { name: "Order: 1, 3, 5, 2, 4, numbered round from the top" });
    expect(screen.getAllByRole("listitem").map((l) => l.textContent)).toEqual(torque.stages);
    expect(screen.getByText(/The maker’s figure rules/)).toBeTruthy();
  });

  it("is typed once for this trailer, and Enter there does not settle the step", async () => {
    const now = visit([step()]);
    let tries = 0;
    const { user, of, queries } = stand(step({ torque }), {
      "PUT /torques/lug-nut": () =>
        ++tries === 1 ? refused(422, "That is no torque of a stud.", "/typed") : now,
    });
    await user.click(screen.getByRole("button", { name: /Type the figure from the wheel maker's/ }));
    const figure = screen.getByRole("textbox", { name: /Lug nuts, lbf·ft/ });
    await user.type(figure, "9000{Enter}");
    await screen.findByText("That is no torque of a stud.");
    await user.clear(figure);
    await user.type(figure, "100 to 110");
    await user.type(screen.getByRole("textbox", { name: "Whose sheet" }), "the cover{Enter}");
    await waitFor(() => expect(queries.getQueryData(["visit", "visit-1"])).toEqual(now));
    expect(of("PUT", "/torques/")[1]?.body).toEqual({ typed: "100 to 110", whose: "the cover" });
    expect(of("PUT", "/entries/")).toHaveLength(0);
    expect(screen.queryByRole("group", { name: "Figure from the sheet" })).toBeNull();
  });
});
