// @vitest-environment happy-dom
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { judgement, state, step, visit } from "../../tests/facts";
import { choice, choose, refused, show } from "../../tests/screen";
import { FindingPanel } from "./FindingPanel";

const row = (code: string, subject: Schemas["Subject"], verdict: Schemas["Verdict"], jobs: string[] = []) =>
  ({
    code,
    subject,
    seen: code,
    judgement: judgement(verdict),
    jobs,
    places: ["wheelEnd"],
  }) as unknown as Schemas["ObservationRuleAnswer"];
const rulebook: Schemas["RulebookAnswer"] = {
  subjects: [
    { subject: "grease", words: "grease", innerAndOuter: false, classed: false },
    { subject: "cup", words: "bearing cup", innerAndOuter: true, classed: true },
  ],
  rows: [
    row("Grease sound", "grease", "sound"),
    row("Grease milky", "grease", "renew"),
    row("Cup sound", "cup", "sound"),
    row("Cup pitted", "cup", "renew", ["bearings-and-cups"]),
  ],
};
const places = [
  { code: "axle-1-left", spoken: "axle 1 left", kind: "wheelEnd", axle: 1, side: "left" },
  { code: "axle-1-right", spoken: "axle 1 right", kind: "wheelEnd", axle: 1, side: "right" },
] as Schemas["PlaceAnswer"][];
const remedy = (whyNot: string | null = null) =>
  ({
    job: "bearings-and-cups",
    name: "Bearings and cups",
    place: "axle-1-left",
    placeSpoken: "axle 1 left",
    jobs: [],
    extra: { whyNot, extraInWords: "23 min more", opens: [], again: [] },
  }) as unknown as Schemas["Remedy"];

function find(replies: Record<string, unknown> = {}, subjects: Schemas["Subject"][] = ["cup"]) {
  const onState = vi.fn();
  const onLeave = vi.fn();
  const at = step({ subjects });
  const shown = show(
    <FindingPanel visit={visit([at], { places })} step={at} onState={onState} onLeave={onLeave} />,
    { "GET /rulebook": rulebook, "GET /remedies": [remedy()], ...replies },
  );
  return { ...shown, onState, onLeave };
}

describe("something found", () => {
  it("starts at the step's place and what it looks at, and is nothing until something is picked", async () => {
    find();
    await screen.findByText("Cup pitted");
    expect(choice("Where").textContent).toBe("axle 1 left");
    expect(choice("On the").textContent).toBe("bearing cup");
    expect(screen.queryByText("Grease milky")).toBeNull();
    expect(screen.getByRole("button", { name: "Write it down" })).toHaveProperty("disabled", true);
  });

  it("says at once what it means, and writes it down with the inner one, its damage and the job that mends it", async () => {
    const now = state();
    const { user, of, onState, onLeave } = find({ "PUT /findings/": now });
    await user.click(await screen.findByRole("radio", { name: /Cup pitted/ }));
    expect(screen.getByText("It is renew.")).toBeTruthy();
    expect(screen.getByText("→ look at its pair")).toBeTruthy();
    await choose(user, "Which one", "the inner one");
    const offers = await screen.findByRole("group", { name: "Add to this visit" });
    expect(within(offers).getByText("23 min more")).toBeTruthy();
    await user.click(within(offers).getByRole("checkbox"));
    await user.type(screen.getByRole("textbox"), "at six");
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    await waitFor(() => expect(onLeave).toHaveBeenCalledOnce());
    expect(onState).toHaveBeenCalledWith(now);
    expect(of("PUT")[0]?.body).toEqual({
      place: "axle-1-left",
      ruleCode: "Cup pitted",
      note: "at six",
      which: "inner",
      damage: null,
      jobs: [{ job: "bearings-and-cups", place: "axle-1-left" }],
    });
  });

  it("asks for what mends it at the place picked, and offers nothing for what is sound", async () => {
    const { user, of } = find();
    await screen.findByText("Cup pitted");
    await choose(user, "Where", "axle 1 right");
    await user.click(screen.getByRole("radio", { name: /Cup sound/ }));
    expect(of("GET", "/remedies")).toHaveLength(0);
    await user.click(screen.getByRole("radio", { name: /Cup pitted/ }));
    await waitFor(() => expect(of("GET", "/remedies")[0]?.query.get("place")).toBe("axle-1-right"));
  });

  it("does not add a job that can't be added, and says why", async () => {
    const { user } = find({ "GET /remedies": [remedy("The wheel is back on.")] });
    await user.click(await screen.findByRole("radio", { name: /Cup pitted/ }));
    const offers = await screen.findByRole("group", { name: "Add to this visit" });
    expect(within(offers).getByText("The wheel is back on.")).toBeTruthy();
    expect(within(offers).getByRole("checkbox")).toHaveProperty("disabled", true);
  });

  it("forgets the row when something else is looked at, and the jobs when another row is picked", async () => {
    const { user, of } = find({ "PUT /findings/": state() });
    await user.click(await screen.findByRole("radio", { name: /Cup pitted/ }));
    await user.click(
      within(await screen.findByRole("group", { name: "Add to this visit" })).getByRole("checkbox"),
    );
    await choose(user, "On the", "grease");
    expect(screen.getByRole("button", { name: "Write it down" })).toHaveProperty("disabled", true);
    expect(screen.queryByRole("button", { name: /Which one$/ })).toBeNull();
    await user.click(screen.getByRole("radio", { name: /Grease milky/ }));
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    await waitFor(() =>
      expect(of("PUT")[0]?.body).toMatchObject({ ruleCode: "Grease milky", which: "", jobs: [] }),
    );
  });

  it("stays, with everything said, when it is refused; and tries again under the same id", async () => {
    let tries = 0;
    const { user, of, onLeave } = find({
      "PUT /findings/": () => (++tries === 1 ? refused(409, "The visit is closed.") : state()),
    });
    await user.click(await screen.findByRole("radio", { name: /Cup pitted/ }));
    await user.type(screen.getByRole("textbox"), "at six{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("The visit is closed.");
    expect(onLeave).not.toHaveBeenCalled();
    expect(screen.getByRole("textbox")).toHaveProperty("value", "at six");
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    await waitFor(() => expect(onLeave).toHaveBeenCalledOnce());
    expect(new Set(of("PUT").map((p) => p.path)).size).toBe(1);
  });

  it("is left by Escape without a word", async () => {
    const { user, onLeave, of } = find();
    await screen.findByText("Cup pitted");
    await user.keyboard("{Escape}");
    expect(onLeave).toHaveBeenCalledOnce();
    expect(of("PUT")).toHaveLength(0);
  });
});
