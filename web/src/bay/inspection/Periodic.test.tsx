// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { refused, show } from "../../tests/screen";
import { Periodic } from "./Periodic";

const line = (number: number, with_: Partial<Schemas["InspectionLine"]>) =>
  ({
    number,
    name: `Item ${number}`,
    result: "passed",
    lookedAt: 4,
    of: 4,
    words: [],
    ...with_,
  }) as Schemas["InspectionLine"];
const LINES = [
  line(1, {}),
  line(2, { result: "notLookedAt", lookedAt: 1 }),
  line(3, { result: "defective", words: ["cut to its cords, axle 1 left"] }),
  line(4, { result: "mended", words: ["lamp renewed"] }),
  line(5, { result: "doesNotApply" }),
];
const round = (with_: Partial<Schemas["RoundAnswer"]> = {}) =>
  ({
    visitId: "visit-1",
    closed: false,
    periodic: LINES,
    inspection: null,
    lastQualification: "",
    qualificationOnFile: false,
    ...with_,
  }) as Schemas["RoundAnswer"];
const signed = (passes: boolean) =>
  round({
    inspection: {
      qualification: "two years in this trade",
      by: "Tove Alder",
      at: "2026-06-10T12:00:00+00:00",
      keepUntil: "2027-08-10",
      passes,
      lines: LINES,
    },
  });

describe("the periodic inspection", () => {
  it("tells of each item how it comes out, and what is wrong where something is", () => {
    show(<Periodic round={round()} onState={vi.fn()} />);
    expect(screen.getAllByRole("cell").map((c) => c.textContent)).toEqual([
      "passed",
      "1 of 4",
      "does not passcut to its cords, axle 1 left",
      "mended, passedlamp renewed",
      "does not apply",
    ]);
  });

  it("is signed by what somebody is qualified by, and by nothing that nobody said", async () => {
    let tries = 0;
    const onState = vi.fn();
    const { user, of } = show(<Periodic round={round()} onState={onState} />, {
      "PUT /inspection/": () =>
        ++tries === 1
          ? refused(422, "By what you are qualified is missing.", "/qualification")
          : signed(true),
    });
    await user.click(screen.getByRole("button", { name: "Sign the inspection" }));
    await screen.findByText("By what you are qualified is missing.");
    expect(onState).not.toHaveBeenCalled();
    await user.type(screen.getByRole("textbox"), "two years in this trade{Enter}");
    await waitFor(() => expect(onState).toHaveBeenCalledOnce());
    expect(of("PUT").map((p) => p.body.qualification)).toEqual(["", "two years in this trade"]);
    expect(new Set(of("PUT").map((p) => p.path)).size).toBe(1);
  });

  it("offers what the same person wrote the last time", () => {
    show(<Periodic round={round({ lastQualification: "training of 2024" })} onState={vi.fn()} />);
    expect(screen.getByRole("textbox")).toHaveProperty("value", "training of 2024");
  });

  it("says when something was not looked at, and is not signed", async () => {
    const onState = vi.fn();
    const { user } = show(<Periodic round={round({ lastQualification: "training" })} onState={onState} />, {
      "PUT /inspection/": refused(409, "Nothing is signed unseen."),
    });
    await user.click(screen.getByRole("button", { name: "Sign the inspection" }));
    expect((await screen.findByRole("alert")).textContent).toBe("Nothing is signed unseen.");
    expect(onState).not.toHaveBeenCalled();
  });

  it("stands as it was signed, with who and by what, and is not signed twice", () => {
    const { again } = show(<Periodic round={signed(false)} onState={vi.fn()} />);
    expect(screen.getByText("Signed: it does not pass.")).toBeTruthy();
    expect(screen.getByText(/Tove Alder, two years in this trade/)).toBeTruthy();
    expect(screen.queryByRole("button")).toBeNull();
    again(<Periodic round={signed(true)} onState={vi.fn()} />);
    expect(screen.getByText("Signed: it passes.")).toBeTruthy();
    again(<Periodic round={round({ closed: true })} onState={vi.fn()} />);
    expect(screen.queryByRole("button")).toBeNull();
  });
});
