// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { state, step, visit } from "../../tests/facts";
import { refused, show, withNotes } from "../../tests/screen";
import { Used } from "./Used";

const PIN = {
  id: "part-1",
  place: "axle-1-left",
  placeSpoken: "axle 1 left",
  name: "cotter pin",
  quantity: 2,
  unit: "piece",
  price: 0.35,
};
const used = (parts: object[], replies: Record<string, unknown> = {}, closedAt: string | null = null) => {
  const onState = vi.fn();
  const of = visit([step()], { state: state({ parts: parts as never, closedAt }) });
  const shown = show(withNotes(<Used visit={of} step={step()} onState={onState} />), {
    "GET /settings/parts": [
      { code: "L44649", name: "cone L44649", unit: "piece", measures: "bore 1.063 in", price: 6.4 },
    ],
    ...replies,
  });
  return { ...shown, onState };
};

describe("what a visit used", () => {
  it("says what, how much, where, and what it comes to", () => {
    used([PIN, { ...PIN, id: "part-2", name: "grease seal", quantity: 1, price: 3.2 }]);
    expect(screen.getByText("Together about 3.90")).toBeTruthy();
    expect(screen.getAllByText("axle 1 left")).toHaveLength(2);
  });

  it("writes down what no step proposed, by its code, in its own name and unit, at the step's place", async () => {
    const { user, of, onState } = used([], { "PUT /parts/": state() });
    await user.click(screen.getByRole("button", { name: "Something else was used" }));
    await user.type(screen.getByRole("combobox"), "l44649");
    await user.tab();
    await screen.findByText("cone L44649, bore 1.063 in, 6.40");
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    await waitFor(() => expect(onState).toHaveBeenCalled());
    expect(of("PUT")[0]?.body).toEqual({
      place: "axle-1-left",
      name: "cone L44649",
      quantity: 1,
      unit: "piece",
    });
  });

  it("keeps what was typed, and its id, when it is refused: a second try is the same part", async () => {
    const { user, of } = used([], { "PUT /parts/": refused(422, "How many is a number above 0.") });
    await user.click(screen.getByRole("button", { name: "Something else was used" }));
    await user.type(screen.getByRole("combobox"), "lock washer");
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    await screen.findByText(/How many is a number above 0/);
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(2));
    expect(of("PUT")[1]?.path).toBe(of("PUT")[0]?.path);
    expect(screen.getByRole("combobox")).toHaveProperty("value", "lock washer");
  });

  it("puts back what was taken back, under an id of its own", async () => {
    const { user, of } = used([PIN], { "DELETE /parts/": state(), "PUT /parts/": state() });
    await user.click(screen.getByRole("button", { name: "Take back cotter pin, axle 1 left" }));
    await user.click(await screen.findByRole("button", { name: "Undo" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    expect(of("PUT")[0]?.body).toEqual({
      place: "axle-1-left",
      name: "cotter pin",
      quantity: 2,
      unit: "piece",
    });
    expect(of("PUT")[0]?.path).not.toContain("part-1");
  });

  it("takes a part back by its name, and only while the visit is open", async () => {
    const { user, of, unmount } = used([PIN], { "DELETE /parts/": state() });
    await user.click(screen.getByRole("button", { name: "Take back cotter pin, axle 1 left" }));
    await waitFor(() => expect(of("DELETE")[0]?.path).toContain("/parts/part-1"));
    unmount();
    used([PIN], {}, "2026-06-10T12:00:00+00:00");
    expect(screen.queryByRole("button")).toBeNull();
  });
});
