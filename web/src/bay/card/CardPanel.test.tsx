// @vitest-environment happy-dom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { state, step, visit } from "../../tests/facts";
import { refused, show } from "../../tests/screen";
import CardPanel from "./CardPanel";
import { cardOf } from "./pace";

const ROCK = step({ key: "axle-1-left/play/rock", title: "Rock it", readings: ["rim-rock"], depth: 3 });
const WASH = step({
  key: "axle-1-left/bearing-repack/clean",
  title: "Clean it",
  depth: 6,
  parts: [{ name: "grease", quantity: 2, unit: "oz", code: "GREASE", spot: "", oneOf: [] }],
});
const PIN = step({ key: "axle-1-left/hub-off/new-pin", title: "New cotter pin", depth: 5 });
const VISIT = visit([ROCK, WASH, PIN], {
  critical: { [PIN.key]: "It is what keeps the wheel on." },
  readingsAsked: [{ code: "rim-rock", name: "Rim rock", quantity: "length", example: ".010" }],
});

const panel = (steps = [ROCK, WASH, PIN], told: unknown[] = []) => (
  <CardPanel
    visit={VISIT}
    steps={steps}
    onState={(now) => told.push(now)}
    onFound={() => told.push("found")}
    onOpen={(key) => told.push(key)}
    onBack={undefined}
  />
);

describe("a card of several steps", () => {
  it("does all of it with one touch, which names what can kill, with its figures and parts", async () => {
    const told: unknown[] = [];
    const { user, of } = show(panel(undefined, told), { "POST /cards": () => state({ next: null }) });
    await user.type(screen.getByLabelText("Rim rock"), ".010");
    expect(screen.getByText("It is what keeps the wheel on.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "New cotter pin: done, next" }));
    const sent = of("POST", "cards")[0]?.body.steps;
    expect(sent.map((s: { step: { key: string }; ticked: boolean }) => [s.step.key, s.ticked])).toEqual([
      [ROCK.key, false],
      [WASH.key, false],
      [PIN.key, true],
    ]);
    expect(sent[0].step.readings).toMatchObject([{ kind: "rim-rock", typed: ".010" }]);
    expect(sent[1].step.parts).toMatchObject([{ name: "grease", quantity: 2, unit: "oz" }]);
    expect(told).toHaveLength(1);
  });

  it("has the socket of last time, which goes along and is no field on the way", async () => {
    const LUGS = step({
      key: "axle-1-left/wheel-off/wheel",
      title: "Nuts off",
      socket: "lug nuts",
      depth: 4,
    });
    const { user, of } = show(
      <CardPanel
        visit={visit([ROCK, LUGS], { ...VISIT, sockets: { "lug nuts": "13/16" } })}
        steps={[ROCK, LUGS]}
        onState={() => undefined}
        onFound={() => undefined}
        onOpen={() => undefined}
        onBack={undefined}
      />,
      { "POST /cards": () => state() },
    );
    expect(screen.getByLabelText<HTMLInputElement>("Socket that fits the lug nuts").value).toBe("13/16");
    await user.type(screen.getByLabelText("Rim rock"), ".010{Enter}");
    expect(
      of("POST", "cards")[0]?.body.steps.map((s: { step: { socket: string } }) => s.step.socket),
    ).toEqual([null, "13/16"]);
  });

  it("is sent by Enter at its last figure, and by a pedal", async () => {
    const { user, of } = show(panel([ROCK, WASH]), { "POST /cards": () => state() });
    await user.type(screen.getByLabelText("Rim rock"), ".010{Enter}");
    expect(of("POST", "cards")).toHaveLength(1);
    await user.keyboard("{PageDown}");
    expect(of("POST", "cards")).toHaveLength(2);
    expect(of("POST", "cards")[0]?.body.steps[0].id).toBe(of("POST", "cards")[1]?.body.steps[0].id);
  });

  it("wants a tick by itself of a critical step that does not end it", async () => {
    const { user, of } = show(panel([PIN, WASH]), { "POST /cards": () => state() });
    const all = screen.getByRole("button", { name: "All done, next" });
    expect(all).toHaveProperty("disabled", true);
    await user.click(screen.getByRole("checkbox", { name: "New cotter pin" }));
    await user.click(all);
    expect(of("POST", "cards")[0]?.body.steps[0].ticked).toBe(true);
  });

  it("says at its field what is wrong with a figure, and opens a step alone", async () => {
    const told: unknown[] = [];
    const { user } = show(panel([ROCK, WASH], told), {
      "POST /cards": () => refused(422, "This is no length.", "/steps/0/step/readings/0/typed"),
    });
    await user.type(screen.getByLabelText("Rim rock"), "a lot{Enter}");
    expect(await screen.findByText("This is no length.")).toBeTruthy();
    const list = screen.getByRole("list", { name: "The steps of this card" });
    await user.click(within(list).getByRole("button", { name: /Clean it/ }));
    expect(told).toEqual([WASH.key]);
  });

  it("has the steps of the pace, and none where one is gone from the packet", () => {
    const of = (keys: string[]) => cardOf({ ...VISIT, state: state({ phaseCard: keys }) }, "phase");
    expect(of([ROCK.key, WASH.key]).map((s) => s.title)).toEqual(["Rock it", "Clean it"]);
    expect(of([ROCK.key, "gone"])).toEqual([]);
    expect(cardOf(VISIT, "step")).toEqual([]);
  });
});
