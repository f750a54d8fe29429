// @vitest-environment happy-dom
import { cleanup, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../api/client";
import { onLine } from "../tests/facts";
import { dayIn, nextDay, show } from "../tests/screen";
import VisitPanel from "./VisitPanel";

const SOON = onLine("2026-06-22", ["repack", "brakes"], { day: "2026-06-24" });
const LATER = onLine("2026-07-20", ["springs"]);
const line = (visits: Schemas["VisitOnLine"][], trouble: string | null = null) =>
  ({
    trailerId: "trailer-1",
    tag: "P-07",
    name: "Stage wagon",
    customer: "Lanternfold",
    visits,
    trouble,
  }) as Schemas["HorizonLine"];

const READ = "Read the hub odometer: at 13,900 mi or less the visit can wait until the week of July 6.";

function panel(visit: Schemas["VisitOnLine"], visits = [SOON, LATER]) {
  const [onTry, onMake, onClose] = [vi.fn(), vi.fn(), vi.fn()];
  const shown = show(
    <VisitPanel
      line={line(visits)}
      visit={visit}
      today="2026-06-10"
      busy={false}
      onTry={onTry}
      onMake={onMake}
      onClose={onClose}
    />,
    { "GET /horizon/trailers/trailer-1/certainty": () => ({ words: READ, figures: [], worth: 38 }) },
  );
  return { ...shown, onTry, onMake, onClose };
}

describe("a proposed visit", () => {
  it("says what rides in it and why, what it takes and what sharing saves", () => {
    panel(SOON);
    expect(screen.getByText(/Proposed\. 41 min, about 90\./)).toBeTruthy();
    expect(screen.getByText(/Sharing saves 12 min/)).toBeTruthy();
    expect(screen.getByText("repack falls due.")).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Call off" })).toBeNull();
  });

  it("says what reading the meter would change, of the next visit only", async () => {
    panel(SOON);
    await screen.findByText(READ);
    cleanup();
    panel(LATER);
    await Promise.resolve();
    expect(screen.queryByText(READ)).toBeNull();
  });

  it("says who comes along", () => {
    panel(onLine("2026-06-22", ["repack"], { with: ["A-12", "B-02"] }));
    expect(screen.getByText(/in the same week as A-12, B-02 of the same customer/)).toBeTruthy();
  });

  it("is accepted for the day that stands there, or another", async () => {
    const { user, onMake } = panel(SOON);
    expect(dayIn("Day")).toBe("2026-06-24");
    await nextDay(user, "Day");
    await user.click(screen.getByRole("button", { name: "Accept" }));
    const accept = {
      kind: "accept",
      tasks: ["repack", "brakes"],
      to: "2026-06-25",
      from: null,
      booking: null,
    };
    expect(onMake.mock.calls[0]?.[0]).toEqual([accept]);
  });

  it("never offers a day that has passed", () => {
    panel(onLine("2026-06-01", ["repack"], { day: "2026-06-02" }));
    expect(dayIn("Day")).toBe("2026-06-10");
  });

  it("is tried before it is moved or merged, and all of it is told at once", async () => {
    const { user, onTry, onMake } = panel(SOON);
    await user.click(screen.getByRole("button", { name: /A week later/ }));
    expect(onTry.mock.calls[0]?.[0]).toMatchObject([{ kind: "pin", to: "2026-06-29", from: "2026-06-22" }]);
    await user.click(screen.getByRole("button", { name: /^Merge with/ }));
    expect(onTry.mock.calls[1]?.[0]).toMatchObject([
      { kind: "pin", tasks: ["springs"], to: "2026-07-20" },
      { kind: "pin", tasks: ["repack", "brakes"], to: "2026-07-20", from: "2026-06-22" },
    ]);
    expect(onMake).not.toHaveBeenCalled();
  });

  it("splits off only what was ticked", async () => {
    const { user, onTry } = panel(SOON);
    expect(screen.queryByRole("button", { name: /Split off/ })).toBeNull();
    await user.click(screen.getByRole("checkbox", { name: /brakes/ }));
    await user.click(screen.getByRole("button", { name: /Split off 1/ }));
    expect(onTry.mock.calls[0]?.[0]).toMatchObject([
      { kind: "pin", tasks: ["repack"], to: "2026-06-22" },
      { kind: "pin", tasks: ["brakes"], to: "2026-07-20", from: "2026-06-22" },
    ]);
  });

  it("is not merged with the one in which the same work comes round again", () => {
    panel(SOON, [SOON, onLine("2027-06-21", ["repack"])]);
    expect(screen.queryByRole("button", { name: /^Merge with/ })).toBeNull();
  });

  it("merges with what is accepted by calling that off and accepting both, in one go", async () => {
    const taken = onLine("2026-07-20", ["springs"], { day: "2026-07-21", booking: "booking-1" });
    const { user, onTry } = panel(SOON, [SOON, taken]);
    await user.click(screen.getByRole("button", { name: /^Merge with/ }));
    expect(onTry.mock.calls[0]?.[0]).toMatchObject([
      { kind: "callOff", booking: "booking-1" },
      { kind: "accept", tasks: ["springs", "repack", "brakes"], to: "2026-07-21" },
    ]);
  });
});

describe("an accepted visit", () => {
  const TAKEN = onLine("2026-06-22", ["repack", "brakes"], { day: "2026-06-24", booking: "booking-1" });

  it("keeps its day of the week when it moves, is called off, and is neither held, split nor accepted again", async () => {
    const { user, onTry } = panel(TAKEN, [TAKEN, LATER]);
    expect(screen.queryByRole("button", { name: "Accept" })).toBeNull();
    expect(screen.queryByRole("checkbox")).toBeNull();
    expect(screen.queryByRole("button", { name: /Merge|Hold in|Not in/ })).toBeNull();
    await user.click(screen.getByRole("button", { name: /A week earlier/ }));
    expect(onTry.mock.calls[0]?.[0]).toMatchObject([
      { kind: "move", to: "2026-06-17", booking: "booking-1" },
    ]);
    await user.click(screen.getByRole("button", { name: "Call off" }));
    expect(onTry.mock.calls[1]?.[0]).toMatchObject([{ kind: "callOff", booking: "booking-1" }]);
    expect(screen.getByRole("button", { name: "Remind the customer" })).toBeTruthy();
  });
});
