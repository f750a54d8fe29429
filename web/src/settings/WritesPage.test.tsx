// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { show } from "../tests/screen";
import WritesPage from "./WritesPage";

const write = (id: number, content: string | null, erased = false) => ({
  id,
  at: "2026-06-10T09:00:00+00:00",
  person: "Ines Marrow",
  where: "Bay 1",
  what: "PUT /api/yard/customers/x",
  content,
  erased,
});

describe("what was written", () => {
  it("says who, what and how it was before, and what was erased", async () => {
    vi.stubGlobal(
      "IntersectionObserver",
      class {
        observe() {}
        disconnect() {}
      },
    );
    const { user, of } = show(<WritesPage />, {
      "GET /settings/writes": ({ query }: { query: URLSearchParams }) =>
        query.get("before")
          ? { writes: [write(1, null, true)], more: false }
          : {
              writes: [
                write(
                  2,
                  JSON.stringify([
                    { table: "Customers", key: "x", before: { Phone: "5550" }, after: { Phone: "5551" } },
                  ]),
                ),
              ],
              more: true,
            },
    });
    expect((await screen.findAllByText(/changed customers/)).length).toBeGreaterThan(0);
    await user.click(screen.getByRole("button", { name: "What changed" }));
    expect(screen.getByText("5550").tagName).toBe("DEL");
    expect(screen.getAllByText(/5551/).length).toBeGreaterThan(0);
    await user.click(screen.getByRole("button", { name: "Older ones" }));
    await screen.findByText(/erased on request/);
    expect(of("GET", "writes").map((a) => a.query.get("before"))).toEqual([null, "2"]);
  });
});
