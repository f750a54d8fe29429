// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { show } from "../tests/screen";
import HooksPage from "./HooksPage";

const EVENTS: Schemas["HookEventAnswer"][] = [
  { code: "visitOpened", name: "visit.opened", words: "A trailer was taken in" },
  { code: "visitClosed", name: "visit.closed", words: "A visit was closed" },
];
const delivery = (with_: Partial<Schemas["HookDeliveryAnswer"]>): Schemas["HookDeliveryAnswer"] => ({
  id: "d1",
  event: "visitClosed",
  trial: false,
  at: "2026-06-10T10:30:00+00:00",
  tries: 1,
  nextAt: null,
  takenAt: null,
  failed: null,
  body: "{}",
  ...with_,
});
const hook = (with_: Partial<Schemas["HookAnswer"]> = {}): Schemas["HookAnswer"] => ({
  id: "h1",
  name: "Bookkeeping",
  address: "https://books.example/told",
  events: ["visitClosed"],
  paused: null,
  waiting: 0,
  last: [],
  ...with_,
});

describe("other programs", () => {
  it("says of each delivery how it went, and sends again what was not taken", async () => {
    const last = [
      delivery({ id: "d3", failed: "Nobody answered there.", nextAt: "2026-06-10T10:35:00+00:00" }),
      delivery({ id: "d2", failed: "It answered 500.", tries: 10 }),
      delivery({ id: "d1", takenAt: "2026-06-10T10:30:01+00:00", tries: 2 }),
    ];
    const { user, of } = show(<HooksPage />, {
      "GET /settings/hooks": { hooks: [hook({ last })], events: EVENTS },
      "POST /again": { hooks: [hook()], events: EVENTS },
    });
    await screen.findByText("Nobody answered there. Tried again on Jun 10, 2026, 10:35.");
    expect(screen.getByText("It answered 500. Given up after 10 tries.")).toBeTruthy();
    expect(screen.getByText("taken after 2 tries")).toBeTruthy();
    const [first] = screen.getAllByRole("button", { name: "Send again" });
    if (first) await user.click(first);
    await waitFor(() => expect(of("POST")).toHaveLength(1));
    await screen.findByText("Nothing has happened yet that it is told of.");
  });

  it("tells another program of what is ticked, and says at the field what is wrong", async () => {
    const { user, of } = show(<HooksPage />, {
      "GET /settings/hooks": { hooks: [], events: EVENTS },
      "PUT /settings/hooks/": { hooks: [hook()], events: EVENTS },
    });
    await screen.findByText("No program is told anything.");
    await user.click(screen.getByRole("button", { name: "Tell another program" }));
    await user.type(screen.getByLabelText("What it is called"), "Bookkeeping");
    await user.type(screen.getByLabelText("Its address"), "https://books.example/told");
    await user.click(screen.getByRole("checkbox", { name: /A visit was closed/ }));
    await user.click(screen.getByRole("button", { name: "Save" }));
    await screen.findByRole("heading", { name: "Bookkeeping" });
    expect(of("PUT")[0]?.body).toEqual({
      name: "Bookkeeping",
      address: "https://books.example/told",
      events: ["visitClosed"],
    });
  });

  it("says why nothing is sent, and goes on when it is told to", async () => {
    const { user, of } = show(<HooksPage />, {
      "GET /settings/hooks": {
        hooks: [hook({ paused: "It took nothing in 10 tries. It answered 500.", waiting: 2 })],
        events: EVENTS,
      },
      "POST /resume": { hooks: [hook()], events: EVENTS },
    });
    expect((await screen.findByRole("alert")).textContent).toContain("It took nothing in 10 tries.");
    await user.click(screen.getByRole("button", { name: "Send again from now on" }));
    await waitFor(() => expect(of("POST")).toHaveLength(1));
    await waitFor(() => expect(screen.queryByRole("alert")).toBeNull());
  });
});
