// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { ShopProblem } from "../api/client";
import { show } from "../tests/screen";
import { Waiting, WaitingPage } from "./Waiting";

const asked = (with_: object) => ({ data: undefined, error: undefined, refetch: vi.fn(), ...with_ });

describe("what is still on its way", () => {
  it("holds its place at once, and says what is being done when it takes long", async () => {
    const { container } = show(<Waiting of={asked({})} what="Planning the year" rows={3} />);
    expect(container.querySelectorAll("[aria-hidden] > * > *")).toHaveLength(3);
    expect(screen.queryByText("Planning the year…")).toBeNull();
    expect(await screen.findByRole("progressbar", { name: "Planning the year…" })).toBeTruthy();
  });

  it("says why it did not come, and asks again", async () => {
    const of = asked({ error: new ShopProblem(503, "The file is busy.", [], undefined) });
    const { user } = show(<WaitingPage of={of} what="Planning" back="/yard" backWords="Back to the yard" />);
    expect(screen.getByRole("alert").textContent).toBe("The file is busy.");
    expect(screen.getByRole("link", { name: "Back to the yard" })).toBeTruthy();
    expect(screen.getByRole("main").getAttribute("aria-busy")).toBe("false");
    await user.click(screen.getByRole("button", { name: "Try again" }));
    expect(of.refetch).toHaveBeenCalledTimes(1);
  });

  it("is nothing once it is there, and a later failure takes nothing away", () => {
    const { container, again } = show(<Waiting of={asked({ data: [] })} what="Planning" />);
    expect(container.textContent).toBe("");
    again(<Waiting of={asked({ data: [], error: new Error("Gone.") })} what="Planning" />);
    expect(screen.getByRole("alert").textContent).toBe("Gone.");
    expect(screen.queryByRole("button")).toBeNull();
  });
});
