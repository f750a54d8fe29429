// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { onLine, trailer } from "../../tests/facts";
import { refused, show } from "../../tests/screen";
import { AtAGlance } from "./AtAGlance";
import { standing } from "./standing";

const mark = (place: string, verdict: Schemas["Verdict"], seen: string) =>
  ({ place, subject: "hub", seen, judgement: { verdict }, on: "2026-06-01" }) as unknown as Schemas["Mark"];
const upcoming = (id: string, cause: Schemas["DueCause"], name: string, when: string) =>
  ({ id, cause, name, when }) as Schemas["Upcoming"];
const PAST = { id: "v1", closedAt: "2026-05-22T12:00:00Z", by: "Ines Marrow", what: "Repack, all four" };

const look = (
  with_: Partial<Schemas["TrailerStatus"]> = {},
  more: Partial<Schemas["TrailerAnswer"]> = {},
  replies = {},
) => {
  const onPick = vi.fn();
  const onSee = vi.fn();
  const shown = show(
    <AtAGlance trailer={trailer(with_, { places: [], ...more })} onPick={onPick} onSee={onSee} />,
    {
      "GET /horizon/trailers/": { visits: [] },
      "GET /ledger/visits": { visits: [PAST], more: true },
      ...replies,
    },
  );
  return { ...shown, onPick, onSee };
};

describe("how a trailer stands, at a glance", () => {
  it("tells the next visit by its day, its weightiest work and how long, accepted or only proposed", async () => {
    look(
      {},
      {},
      {
        "GET /horizon/trailers/": {
          visits: [
            onLine("2026-06-15", ["Bearing repack", "Wear inspection", "Lug torque"], { day: "2026-06-16" }),
          ],
        },
      },
    );
    await screen.findByText("Proposed, Jun 16, 2026");
    expect(screen.getByText(/Bearing repack, wear inspection and 1 more, 41 min/)).toBeTruthy();
  });

  it("says of one that stands in the bay where it is, and asks for no plan", async () => {
    const { of } = look({}, { openVisit: "v9" });
    await screen.findByText("In the bay now.");
    expect(of("GET", "/horizon/")).toHaveLength(0);
  });

  it("puts the gravest first, leads to its place, and to the others where there are more than it shows", async () => {
    const { user, onPick, onSee } = look({
      marks: [
        mark("axle-1-left", "watch", "Play 0.006 in"),
        mark("axle-1-right", "sound", "Sound"),
        mark("axle-2-left", "renew", "Seal weeps"),
        mark("axle-2-right", "hold", "Hub cracked"),
      ],
    });
    await user.click(screen.getByRole("button", { name: /Hub cracked/ }));
    expect(onPick).toHaveBeenCalledWith("axle-2-right");
    expect(screen.queryByText(/Play 0.006/)).toBeNull();
    await user.click(screen.getByRole("button", { name: "and 1 more" }));
    expect(onSee).toHaveBeenCalledWith("stands");
  });

  it("tells the soonest of all, the soonest of what wears, and a check that is owed", async () => {
    look({
      owed: [{ id: "f", words: "Retorque", dueOn: "2026-06-20", reason: "", settledBy: [] }],
      upcoming: [
        upcoming("a", "time", "Repack", "in 2 weeks"),
        upcoming("b", "time", "Inspection", "in a month"),
        upcoming("c", "wear", "Lining", "in 5 months"),
      ],
    });
    for (const words of ["Check owed", "Repack", "Inspection", "Lining"]) await screen.findByText(words);
    expect(screen.getByText(/by its wear/)).toBeTruthy();
  });

  it("says what can’t be told, and never that there is none", async () => {
    look(
      {},
      {},
      {
        "GET /horizon/trailers/": refused(503, "The shop is busy."),
        "GET /ledger/visits": refused(503, "The shop is busy."),
      },
    );
    await waitFor(() =>
      expect(screen.getAllByText("It can’t be told now: The shop is busy.")).toHaveLength(2),
    );
    expect(screen.queryByText(/None/)).toBeNull();
  });
});

describe("what stands against a trailer", () => {
  it("is everything that is not sound, gravest first", () => {
    const marks = [mark("a", "watch", ""), mark("b", "sound", ""), mark("c", "hold", "")];
    expect(standing({ marks }).map((m) => m.place)).toEqual(["c", "a"]);
  });
});
