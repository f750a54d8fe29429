// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { judgement, state, step, visit } from "../../tests/facts";
import { refused, show } from "../../tests/screen";
import AmendPage from "./AmendPage";
import { PutRight, Was } from "./Amended";

const figure: Schemas["ReadingAnswer"] = {
  id: "r1",
  place: "axle-1-left",
  placeSpoken: "axle 1 left",
  kind: "end-play",
  name: "End play",
  typed: "3 thou",
  ours: "0.003 in",
  other: "0.076 mm",
  judgement: judgement("sound"),
  picks: null,
  ofStep: true,
  at: "2026-06-10T10:00:00-04:00",
  by: "Ines Marrow",
};
const places = [
  { code: "axle-1-left", spoken: "axle 1 left", kind: "wheelEnd", axle: 1, side: "left" },
  { code: "axle-1-right", spoken: "axle 1 right", kind: "wheelEnd", axle: 1, side: "right" },
] as Schemas["PlaceAnswer"][];
const sheet = (amendments: Schemas["AmendmentAnswer"][] = []): Schemas["VisitSheet"] => ({
  visit: visit([step()], {
    places,
    readingsAsked: [{ code: "end-play", name: "End play", quantity: "length", example: "3 thou" }],
    state: state({ readings: [figure], closedAt: "2026-06-10T12:00:00-04:00" }),
  }),
  closedBy: "Ines Marrow",
  takenOver: "",
  releasedBecause: null,
  followUps: [],
  amendments,
});
const tried = {
  was: "End play 0.003 in, axle 1 left (Sound)",
  now: "End play 0.012 in, axle 1 left (Renew)",
  came: ["Play, axle 1 left: Renew now, Sound before."],
};

describe("putting a closed visit right", () => {
  it("says what follows before it is sent, and sends what is right, with why, under one id", async () => {
    let tries = 0;
    const { user, of } = show(<AmendPage id="v1" what="figure" of="r1" />, {
      "GET /api/ledger/visits/": sheet(),
      "GET /understand": { ours: "0.012 in", other: "0.305 mm", problem: null, judgement: null, meant: null },
      "POST /amendments/try": tried,
      "PUT /amendments/": () => (++tries === 1 ? refused(409, "Busy just now.") : sheet()),
    });
    const field = await screen.findByRole("textbox", { name: "End play" });
    expect(field).toHaveProperty("value", "3 thou");
    expect(screen.getByText(/Said as soon as something/)).toBeTruthy();
    expect(of("POST")).toHaveLength(0);
    await user.clear(field);
    await user.type(field, "12 thou");
    await screen.findByText("Play, axle 1 left: Renew now, Sound before.");
    expect(of("POST").at(-1)?.body).toMatchObject({
      figure: { of: "r1", place: "axle-1-left", typed: "12 thou" },
    });
    await user.type(screen.getByRole("textbox", { name: /What was wrong/ }), "Misread.");
    await user.click(screen.getByRole("button", { name: "Put it right" }));
    expect((await screen.findByRole("alert")).textContent).toBe("Busy just now.");
    expect(field).toHaveProperty("value", "12 thou");
    await user.click(screen.getByRole("button", { name: "Put it right" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(2));
    expect(new Set(of("PUT").map((p) => p.path)).size).toBe(1);
    expect(of("PUT")[1]?.body).toMatchObject({
      text: "Misread.",
      figure: { typed: "12 thou" },
    });
  });

  it("strikes what never was, and says why a try is refused", async () => {
    const { user, of } = show(<AmendPage id="v1" what="figure" of="r1" />, {
      "GET /api/ledger/visits/": sheet(),
      "GET /understand": { ours: "", other: "", problem: null, judgement: null, meant: null },
      "POST /amendments/try": refused(409, "It was signed."),
    });
    await user.click(await screen.findByRole("checkbox", { name: /Nobody measured it/ }));
    expect(screen.queryByRole("textbox", { name: "End play" })).toBeNull();
    await screen.findByText("It was signed.");
    expect(of("POST").at(-1)?.body).toMatchObject({ figure: { of: "r1", typed: null } });
  });

  it("has nothing to put right where there is nothing of that kind", async () => {
    show(<AmendPage id="v1" what="part" of="gone" />, { "GET /api/ledger/visits/": sheet() });
    expect(await screen.findByText(/nothing of that kind/)).toBeTruthy();
  });
});

describe("what was put right", () => {
  it("stands beside what stands there since, with what came of it, why and by whom", () => {
    const put: Schemas["AmendmentAnswer"] = {
      id: "a1",
      kind: "figure",
      of: "r1",
      ...tried,
      text: "Misread.",
      at: "2026-06-12T09:00:00-04:00",
      by: "Ines Marrow",
    };
    const now = sheet([
      put,
      { ...put, id: "a2", kind: "remark", of: null, was: "", now: "", came: [], text: "Called them." },
    ]);
    show(
      <>
        <Was of="r1" sheet={now} />
        <PutRight sheet={now} />
      </>,
      {},
    );
    expect(screen.getAllByText(tried.was)).toHaveLength(2);
    expect(screen.getByText(tried.now).tagName).toBe("B");
    expect(screen.getByText(tried.came[0] ?? "")).toBeTruthy();
    expect(screen.getByText("Why: Misread.")).toBeTruthy();
    expect(screen.getByText(/Called them/)).toBeTruthy();
  });
});
