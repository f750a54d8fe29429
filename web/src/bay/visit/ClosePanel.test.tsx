// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { state, visit } from "../../tests/facts";
import { refused, show } from "../../tests/screen";
import { ClosePanel } from "./ClosePanel";

const job = (name: string, done: boolean) =>
  ({ job: name, place: "axle-1-left", placeSpoken: "axle 1 left", name, done }) as Schemas["JobAnswer"];

function close(with_: Partial<Schemas["VisitState"]>, replies: Record<string, unknown> = {}) {
  const onState = vi.fn();
  const at = visit([], { state: state({ next: null, ...with_ }) });
  return { ...show(<ClosePanel visit={at} onState={onState} onFound={vi.fn()} />, replies), onState };
}

describe("the closing of a visit", () => {
  it("says what was done and what stays due, and stands where the keyboard is", () => {
    close({ jobs: [job("Bearing repack", true), job("Equalizer", false)] });
    expect(document.activeElement).toBe(screen.getByRole("heading", { level: 2 }));
    expect(screen.getByRole("heading", { level: 2 }).textContent).toContain("Everything is back on.");
    expect(screen.getByText("Done: bearing repack, axle 1 left")).toBeTruthy();
    expect(screen.getByText("Not done: equalizer, axle 1 left")).toBeTruthy();
    expect(screen.getByText(/it stays due/)).toBeTruthy();
  });

  it("changes the description only with what the technician sees, and not when they say no", async () => {
    const now = state({ closedAt: "2026-06-10T12:00:00+00:00" });
    const { user, of, onState } = close({ gearChanges: ["sealed hubs"] }, { "POST /close": now });
    const agreed = screen.getByRole("checkbox", { name: /The trailer now has sealed hubs/ });
    expect(agreed).toHaveProperty("checked", true);
    await user.click(agreed);
    await user.click(screen.getByRole("button", { name: "Close the visit" }));
    await waitFor(() => expect(onState).toHaveBeenCalledWith(now));
    expect(of("POST")[0]?.body).toEqual({ releasedBecause: null, changeGear: false });
  });

  it("says nothing of the description where nothing about it has changed", async () => {
    const { user, of } = close({}, { "POST /close": state() });
    expect(screen.queryByRole("checkbox")).toBeNull();
    await user.click(screen.getByRole("button", { name: "Close the visit" }));
    await waitFor(() => expect(of("POST")[0]?.body).toEqual({ releasedBecause: null, changeGear: false }));
  });

  it("asks why a trailer on Hold leaves all the same, and is refused without", async () => {
    let tries = 0;
    const why = "A broken stud holds it.";
    const { user, of } = close(
      { needsRelease: true, whyNotClosed: why },
      {
        "POST /close": () =>
          ++tries === 1 ? refused(422, "Say why it leaves.", "/releasedBecause") : state(),
      },
    );
    expect(screen.getByRole("alert").textContent).toBe(why);
    await user.click(screen.getByRole("button", { name: "Close the visit" }));
    await screen.findByText("Say why it leaves.");
    await user.type(screen.getByRole("textbox"), "on a flatbed{Enter}");
    await waitFor(() => expect(of("POST")).toHaveLength(2));
    expect(of("POST").map((p) => p.body.releasedBecause)).toEqual([null, "on a flatbed"]);
  });

  it("says why it can't be closed yet, and takes the last step back", async () => {
    const entries = [
      {
        id: "entry-9",
        key: "k",
        at: "",
        by: "",
        skippedBecause: null,
        seconds: null,
        socket: null,
        folded: false,
      },
    ];
    const { user, of } = close(
      { whyNotClosed: "The wheel, axle 1 left, is still off.", entries },
      { "DELETE /entries/entry-9": state() },
    );
    expect(screen.getByRole("alert").textContent).toBe("The wheel, axle 1 left, is still off.");
    await user.click(screen.getByRole("button", { name: "Take the last one back" }));
    await waitFor(() => expect(of("DELETE")).toHaveLength(1));
  });

  it("leads on once it is closed, and says when nothing was finished", () => {
    close({ closedAt: "2026-06-10T12:00:00+00:00", jobs: [job("Equalizer", false)] });
    expect(screen.getByText(/No job was finished; what was due stays due/)).toBeTruthy();
    expect(screen.getAllByRole("link").map((l) => l.getAttribute("href"))).toEqual([
      "/ledger/visits/visit-1/hand-over",
      "/yard/trailers/trailer-1",
      "/ledger/visits/visit-1",
    ]);
    expect(screen.queryByRole("button")).toBeNull();
  });
});
