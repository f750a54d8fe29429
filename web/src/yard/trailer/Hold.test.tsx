// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { trailer } from "../../tests/facts";
import { refused, show } from "../../tests/screen";
import { Hold } from "./Hold";
import { Mended } from "./Mended";

const held = (with_: Partial<Schemas["HoldStatus"]> = {}) =>
  trailer({
    worst: "hold",
    hold: {
      since: "2026-06-09",
      seen: ["broken stud, axle 1 left"],
      released: false,
      releasedAt: null,
      releasedBy: null,
      reason: "",
      ...with_,
    },
  });

describe("a trailer on Hold", () => {
  it("says what holds it, and nobody lets it go by one touch", async () => {
    const { user, of } = show(<Hold trailer={held()} />, { "GET /releases": [] });
    expect(screen.getByRole("note", { name: "On Hold" }).textContent).toContain("broken stud, axle 1 left");
    expect(screen.queryByRole("textbox")).toBeNull();
    await user.click(screen.getByRole("button", { name: /Let it go for the road/ }));
    const why = screen.getByRole("textbox", { name: /Why it may go/ });
    await waitFor(() => expect(document.activeElement).toBe(why));
    await user.click(screen.getByRole("button", { name: "Leave it on Hold" }));
    expect(screen.queryByRole("textbox")).toBeNull();
    expect(of("PUT")).toHaveLength(0);
  });

  it("is let go under one id however often it is tried, and refused at its field", async () => {
    let tries = 0;
    const gone = { ...held(), name: "gone" };
    const { user, of, queries } = show(<Hold trailer={held()} />, {
      "GET /releases": [],
      "PUT /releases/": () => (++tries === 1 ? refused(422, "Say why it may go.", "/reason") : gone),
    });
    await user.click(screen.getByRole("button", { name: /Let it go/ }));
    const why = screen.getByRole("textbox");
    await user.type(why, "{Enter}");
    await screen.findByText("Say why it may go.");
    expect(why.getAttribute("aria-invalid")).toBe("true");
    expect(screen.queryByRole("alert")).toBeNull();
    await user.type(why, "on a flatbed{Enter}");
    await waitFor(() => expect(queries.getQueryData(["trailer", "trailer-1"])).toEqual(gone));
    const sent = of("PUT");
    expect(sent.map((s) => s.body.reason)).toEqual(["", "on a flatbed"]);
    expect(new Set(sent.map((s) => s.path)).size).toBe(1);
  });

  it("keeps the reason typed when the shop's server fails, and says so", async () => {
    const { user } = show(<Hold trailer={held()} />, {
      "GET /releases": [],
      "PUT /releases/": refused(503, "The shop’s file is busy. Nothing was saved; try again in a minute."),
    });
    await user.click(screen.getByRole("button", { name: /Let it go/ }));
    await user.type(screen.getByRole("textbox"), "on a flatbed{Enter}");
    expect((await screen.findByRole("alert")).textContent).toContain("Nothing was saved");
    expect(screen.getByRole("textbox")).toHaveProperty("value", "on a flatbed");
    expect(screen.getByRole("button", { name: /I answer for it/ })).toHaveProperty("disabled", false);
  });

  it("is looked at again where it stands in the bay", () => {
    show(<Hold trailer={{ ...held(), openVisit: "visit-1" }} />, { "GET /releases": [] });
    expect(screen.getByRole("link").getAttribute("href")).toBe("/bay/visit-1");
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("tells who let it go and why, and that it holds all the same", async () => {
    const at = "2026-06-09T16:05:00+00:00";
    show(<Hold trailer={held({ released: true, releasedAt: at, reason: "on a flatbed" })} />, {
      "GET /releases": [{ id: "r", visitId: null, reason: "on a flatbed", holds: [], at, by: "Tove Alder" }],
    });
    await screen.findByText(/by Tove Alder/);
    const said = screen.getByRole("note").textContent;
    expect(said).toContain("on a flatbed");
    expect(said).toContain("It stays on Hold until somebody has looked again.");
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("is nothing at all where nothing holds", () => {
    expect(show(<Hold trailer={trailer()} />).container.textContent).toBe("");
  });
});

describe("what was mended elsewhere", () => {
  it("is somebody's word about the one thing seen, and stands until it is given", async () => {
    const now = trailer({ worst: "sound" });
    const { user, of, queries } = show(<Mended trailer={trailer()} look="finding-1" />, {
      "PUT /mendings/": now,
    });
    await user.click(screen.getByRole("button", { name: /mended elsewhere/ }));
    await user.type(screen.getByRole("textbox", { name: /How, and by whom/ }), "on the road, by the owner");
    await user.click(screen.getByRole("button", { name: "It is mended" }));
    await waitFor(() => expect(queries.getQueryData(["trailer", "trailer-1"])).toEqual(now));
    expect(of("PUT").map((s) => s.body)).toEqual([
      { observationKey: "finding-1", how: "on the road, by the owner" },
    ]);
  });

  it("is told at its field when what was seen stands no more", async () => {
    const { user } = show(<Mended trailer={trailer()} look="finding-1" />, {
      "PUT /mendings/": refused(422, "This stands no more: look again.", "/observationKey"),
    });
    await user.click(screen.getByRole("button", { name: /mended elsewhere/ }));
    await user.type(screen.getByRole("textbox"), "welded{Enter}");
    await screen.findByText("This stands no more: look again.");
  });
});
