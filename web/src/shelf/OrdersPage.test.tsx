// @vitest-environment happy-dom
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { toOrder } from "../tests/facts";
import { refused, show } from "../tests/screen";
import OrdersPage from "./OrdersPage";

const BEARING = { code: "L44649", name: "Bearing L44649", quantity: 2 };
const proposal = (lines: Schemas["ToOrder"][], with_: Partial<Schemas["OrderProposal"]> = {}) => ({
  today: "2026-06-10",
  weeks: 12,
  tooLate: [],
  lines,
  nameless: [],
  ...with_,
});
const orders = { orders: [], hasService: false, hasMail: false, supplierMail: "" };
const server = (with_: Record<string, unknown> = {}) => ({
  "GET /shelf/to-order": () =>
    proposal([toOrder(), toOrder({ ...BEARING, orderBy: "2026-07-20", neededOn: "2026-08-01" })]),
  "GET /shelf/orders": orders,
  ...with_,
});
const amountOf = (name: string) => screen.getByRole("textbox", { name: `How much of ${name}` });

describe("what to order", () => {
  it("is not called empty while nobody knows it yet", () => {
    show(<OrdersPage />);
    expect(screen.getByRole("main").getAttribute("aria-busy")).toBe("true");
    expect(screen.queryByText(/Nothing/)).toBeNull();
  });

  it("says so when there is nothing", async () => {
    show(<OrdersPage />, server({ "GET /shelf/to-order": proposal([]) }));
    await screen.findByText(/Nothing has to be ordered/);
    await screen.findByText("Nothing was ordered yet.");
  });

  it("picks what is due within the week, and no more", async () => {
    show(<OrdersPage />, server());
    const [soon, later] = await screen.findAllByRole("checkbox");
    expect(soon).toHaveProperty("checked", true);
    expect(later).toHaveProperty("checked", false);
    screen.getByRole("button", { name: "Write an order of 1" });
  });

  it("keeps an amount that was typed, and a tick taken away, over a fresh reading of the list", async () => {
    let onHand = 1;
    const { user, queries, of } = show(
      <OrdersPage />,
      server({
        "GET /shelf/to-order": () =>
          proposal([toOrder({ onHand }), toOrder({ ...BEARING, onHand, quantity: 2 + onHand })]),
        "PUT /shelf/orders/": orders,
      }),
    );
    await screen.findAllByText(/1 there/);
    await user.clear(amountOf("Grease seal 1.719 in"));
    await user.type(amountOf("Grease seal 1.719 in"), "12");
    await user.click(screen.getAllByRole("checkbox")[1] as HTMLElement);
    onHand = 3;
    await queries.invalidateQueries({ queryKey: ["to-order"] });
    await waitFor(() => expect(screen.getAllByText(/3 there/)).toHaveLength(2));
    expect(amountOf("Grease seal 1.719 in")).toHaveProperty("value", "12");
    // What nobody touched follows the list.
    expect(amountOf("Bearing L44649")).toHaveProperty("value", "5");
    await user.click(screen.getByRole("button", { name: "Write an order of 1" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    expect(of("PUT")[0]?.body).toEqual({ lines: [{ code: "SEAL-1719-2565", quantity: "12" }] });
  });

  it("names the line that is refused, keeps it, and tries again under the same id", async () => {
    let tries = 0;
    const { user, of } = show(
      <OrdersPage />,
      server({
        "PUT /shelf/orders/": () =>
          ++tries === 1 ? refused(422, "“a few” is no amount.", "/lines/0/quantity") : orders,
      }),
    );
    await screen.findAllByRole("checkbox");
    await user.clear(amountOf("Grease seal 1.719 in"));
    await user.type(amountOf("Grease seal 1.719 in"), "a few");
    await user.click(screen.getByRole("button", { name: /Write an order/ }));
    expect((await screen.findByRole("alert")).textContent).toBe(
      "Grease seal 1.719 in: “a few” is no amount.",
    );
    expect(amountOf("Grease seal 1.719 in")).toHaveProperty("value", "a few");
    await user.click(screen.getByRole("button", { name: /Write an order/ }));
    await waitFor(() => expect(of("PUT")).toHaveLength(2));
    expect(new Set(of("PUT").map((p) => p.path)).size).toBe(1);
    // The next order is another one.
    await waitFor(() => expect(screen.queryByRole("alert")).toBeNull());
    await user.click(screen.getByRole("button", { name: /Write an order/ }));
    await waitFor(() => expect(of("PUT")).toHaveLength(3));
    expect(of("PUT")[2]?.path).not.toBe(of("PUT")[0]?.path);
  });

  it("says what comes too late before anything else, and what is late in so many days", async () => {
    const late = {
      name: "Hub",
      quantity: 1,
      unit: "piece",
      comesOn: "2026-06-30",
      neededOn: "2026-06-15",
      for: ["P-07"],
    };
    show(
      <OrdersPage />,
      server({
        "GET /shelf/to-order": proposal([toOrder({ late: 1 })], {
          tooLate: [late] as Schemas["OrderProposal"]["tooLate"],
        }),
      }),
    );
    const note = await screen.findByRole("note");
    expect(within(note).getByText(/too late/)).toBeTruthy();
    expect(note.textContent).toContain("Hub");
    expect(screen.getByText(/1 day late/)).toBeTruthy();
  });

  it("says what went wrong when it can't be read", async () => {
    show(
      <OrdersPage />,
      server({ "GET /shelf/to-order": refused(500, "Something went wrong in the program.") }),
    );
    expect((await screen.findByRole("alert")).textContent).toContain("went wrong");
    expect(screen.queryByText(/Nothing has to be ordered/)).toBeNull();
  });
});
