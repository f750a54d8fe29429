// @vitest-environment happy-dom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { aBoard, onBoard, slot } from "../../tests/boards";
import { Answered, refused, show, withNotes } from "../../tests/screen";
import Today from "./Today";
import Wall from "./Wall";

const A = onBoard("A-12", {
  begun: true,
  share: 0.4,
  slot: slot(1, "08:30:00", "10:00:00", ["odd"], { late: "09:30:00" }),
});
const W = onBoard("W-05", { here: false, day: "2026-06-10", dropOffAt: "13:00:00" });
const G = onBoard("G-33", { standing: "waitsForParts", waitsFor: "a seal" });

describe("the shop's day", () => {
  it("has the bays with their hours, and beside them what waits and what is expected", async () => {
    show(<Today />, { "GET /bay/today": () => aBoard([A, W, G]) });
    const bay = await screen.findByRole("list", { name: "Bay 1" });
    expect(
      within(bay).getByRole("button", { name: /A-12.*8:30 to 10:00.*promised for 9:30.*Odd/ }),
    ).toBeTruthy();
    expect(screen.getByRole("button", { name: /W-05.*comes at 13:00/ })).toBeTruthy();
    expect(screen.getByRole("button", { name: /G-33.*a seal/ })).toBeTruthy();
    expect(screen.queryByText("Ready to go")).toBeNull();
  });

  it("moves a trailer with the arrow keys, by the version that was seen", async () => {
    const { user, of } = show(<Today />, {
      "GET /bay/today": () => aBoard([A]),
      "PUT /bay/today/slots": () => aBoard([{ ...A, slot: slot(1, "08:45:00", "10:15:00", ["odd"]) }]),
    });
    (await screen.findByRole("button", { name: /A-12/ })).focus();
    await user.keyboard("{ArrowDown}");
    await screen.findByRole("button", { name: /A-12.*8:45 to 10:15/ });
    expect(of("PUT", "slots").map((a) => a.body)).toEqual([
      {
        version: 4,
        off: [],
        slots: [{ id: "A-12", bay: 1, starts: "08:45:00", people: ["odd"], pinned: false }],
      },
    ]);
  });

  it("takes in what was booked with its jobs and what the customer says", async () => {
    const { user, of } = show(<Today />, {
      "GET /bay/today": () => aBoard([W]),
      "PUT /bay/visits": () => ({ id: "v" }),
    });
    await user.click(await screen.findByRole("button", { name: /W-05/ }));
    await user.type(screen.getByLabelText(/What the customer says/), "it pulls left");
    await user.click(screen.getByRole("button", { name: "Take in for what was booked" }));
    expect(of("PUT", "visits/")[0]?.body).toEqual({
      trailerId: W.trailerId,
      jobs: W.jobs,
      technicians: 1,
      said: "it pulls left",
    });
  });

  it("says the day as proposed in sentences, and does it with a touch", async () => {
    const { user, of } = show(<Today />, {
      "GET /bay/today": () => aBoard([A]),
      "POST /bay/today/propose": () => ({
        slots: [{ id: "A-12", bay: 2, starts: "09:00:00", people: ["tobin"], pinned: false }],
        off: [],
        words: ["A-12 moves from bay 1 at 8:30 to bay 2 at 9:00 with Tobin Askel."],
        exact: false,
        gap: 0.12,
        changes: true,
        version: 4,
      }),
      "PUT /bay/today/slots": () => aBoard([A]),
    });
    await user.click(await screen.findByRole("button", { name: "Plan the day" }));
    await screen.findByText(/moves from bay 1/);
    expect(screen.getByText("Another plan could be better by 12 % at most.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Do it so" }));
    expect(of("PUT", "slots")[0]?.body).toMatchObject({ slots: [{ bay: 2, starts: "09:00:00" }] });
  });

  it("sends whoever goes home off the board from now on", async () => {
    const { user, of } = show(<Today />, {
      "GET /bay/today": () => aBoard([A]),
      "PUT /bay/today/absences": () => aBoard([A]),
    });
    await user.click(await screen.findByRole("button", { name: "Odd Varley goes home" }));
    expect(of("PUT", "absences")[0]?.body).toEqual({ personId: "odd", from: "09:10:00", to: null });
  });

  it("says what to do where no trailer is here, and that bays are free", async () => {
    const { again } = show(<Today />, { "GET /bay/today": () => aBoard() });
    expect(await screen.findByText(/none is expected today/)).toBeTruthy();
    again(<Wall />);
    expect(await screen.findAllByText("free")).toHaveLength(2);
  });

  it("says why a trailer was not moved, and shows the board as it stands where somebody was first", async () => {
    let tries = 0;
    const { user } = show(withNotes(<Today />), {
      "GET /bay/today": () => aBoard([A]),
      "PUT /bay/today/slots": () =>
        tries++ === 0
          ? refused(422, "It cannot be.", "/slots/0")
          : new Answered(409, {
              status: 409,
              detail: "Somebody else has moved something.",
              errors: [],
              current: aBoard([{ ...A, slot: slot(2, "11:00:00", "12:00:00", ["tobin"]) }]),
            }),
    });
    (await screen.findByRole("button", { name: /A-12/ })).focus();
    await user.keyboard("{ArrowDown}");
    expect(await screen.findByText("It cannot be.")).toBeTruthy();
    await user.keyboard("{ArrowDown}");
    expect(await screen.findByText(/Somebody else has moved/)).toBeTruthy();
    expect(await screen.findByRole("button", { name: /A-12.*11:00 to 12:00/ })).toBeTruthy();
  });

  it("has each bay on the wall with what stands in it and what comes then", async () => {
    const then = onBoard("P-07", { slot: slot(1, "10:00:00", "11:00:00", ["tobin"]) });
    show(<Wall />, { "GET /bay/today": () => aBoard([A, then, G]) });
    const bay = await screen.findByRole("region", { name: "Bay 1" });
    expect(within(bay).getByText("A-12")).toBeTruthy();
    expect(within(bay).getByText(/then P-07 at 10:00, Tobin/)).toBeTruthy();
    expect(screen.getByText("free")).toBeTruthy();
  });
});
