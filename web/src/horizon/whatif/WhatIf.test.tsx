// @vitest-environment happy-dom
import { cleanup, screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { refused, show } from "../../tests/screen";
import { byMonth } from "./Beside";
import { chosenWith, leftOver } from "./choosing";
import WhatIf from "./WhatIf";
import WhatIfs from "./WhatIfs";

const week = (monday: string, planned: number, cost: number): Schemas["WeekFigures"] => ({
  monday,
  open: 70,
  planned,
  visits: 2,
  cost,
});
const figures = (more: Partial<Schemas["PlanFigures"]> = {}): Schemas["PlanFigures"] => ({
  trailers: 19,
  visits: 24,
  hours: 71,
  open: 3640,
  cost: 10090,
  daysOverdue: 252,
  noRoom: 0,
  hoursOver: 0,
  unkept: 0,
  weeks: [week("2026-11-30", 33, 5143), week("2026-12-07", 4, 300), week("2027-01-04", 2, 90)],
  ...more,
});
const RESULT: Schemas["WhatIfResult"] = {
  asOf: "2026-11-30",
  madeAt: "2026-11-30T10:21:00-06:00",
  now: figures(),
  then: figures({ visits: 60, cost: 21439 }),
  words: "Over the year: 36 more visits.",
};
const NOTHING = {
  bays: null,
  people: null,
  away: [],
  intervals: {},
  callIn: null,
  ratePerHour: null,
  prices: [],
  fleets: [],
};
const ONE: Schemas["WhatIfAnswer"] = {
  id: "w1",
  name: "Four bays",
  supposed: { ...NOTHING, bays: 4 },
  lines: ["4 bays"],
  tags: {},
  by: "Ines Marrow",
  at: "2026-11-30T10:20:00-06:00",
  version: 1,
  result: null,
  reckoning: { done: 3, of: 19 },
};
const CHOSEN = {
  hours: { bays: 3, people: 3, away: [] },
  costs: { callIn: 90, ratePerHour: 96, convoy: 30 },
  intervals: { look: { kept: true, months: 6, miles: null, by: null } },
  uses: {},
  version: 7,
} as unknown as Schemas["ShopPlanning"];
const HOUSE = {
  chosen: CHOSEN,
  rules: [{ code: "look", name: "Wear inspection", months: 12, miles: null, recurs: true }],
  ways: [],
};
const ME = { me: { name: "Ines Marrow", rights: ["plan", "settings", "see"] } };

describe("one supposition", () => {
  it("says how far it is, and then the year beside the plan as it is", async () => {
    let now = ONE;
    show(<WhatIf id="w1" />, {
      "GET /horizon/what-if/w1": () => now,
      "GET /settings/planning": HOUSE,
      "GET /settings/shop": { people: [], today: "2026-11-30" },
      "GET /access": ME,
    });
    await screen.findByText("Being reckoned: 3 of 19.");
    now = { ...ONE, result: RESULT, reckoning: null };
    await screen.findByText("Over the year: 36 more visits.");
    expect(await screen.findByRole("row", { name: /^Visits 24 60 \+36/ })).toBeTruthy();
    expect(screen.getByRole("row", { name: /^Days overdue 252 252 –/ })).toBeTruthy();
    expect(screen.queryByText(/Being reckoned/)).toBeNull();
  });

  it("is the shop’s choice only once it is chosen, and the rest of the choices stays", async () => {
    const { user, of } = show(<WhatIf id="w1" />, {
      "GET /horizon/what-if/w1": { ...ONE, result: RESULT, reckoning: null },
      "GET /settings/planning": HOUSE,
      "PUT /settings/planning": HOUSE,
      "GET /settings/shop": { people: [], today: "2026-11-30" },
      "GET /access": ME,
    });
    await user.click(await screen.findByRole("button", { name: "Make it the shop’s choice" }));
    await waitFor(() => expect(of("PUT", "/settings/planning")).toHaveLength(1));
    expect(of("PUT", "/settings/planning")[0]?.body).toEqual({
      ...CHOSEN,
      hours: { bays: 4, people: 3, away: [] },
    });
  });

  it("says at the field what cannot be supposed, and that it was thrown away", async () => {
    const { user } = show(<WhatIf id="w1" />, {
      "GET /horizon/what-if/w1": { ...ONE, result: RESULT, reckoning: null },
      "PUT /horizon/what-if/w1": refused(422, "A shop has 1 to 50 bays.", "/supposed/bays"),
      "DELETE /horizon/what-if/w1": refused(503, "The file is busy."),
      "GET /settings/planning": HOUSE,
      "GET /settings/shop": { people: [], today: "2026-11-30" },
      "GET /access": ME,
    });
    await user.click(await screen.findByRole("button", { name: "Reckon it" }));
    await screen.findByText("A shop has 1 to 50 bays.");
    await user.click(screen.getByRole("button", { name: "Throw it away" }));
    await screen.findByText("The file is busy.");
  });
});

describe("all suppositions", () => {
  it("are listed with what they come to, and an empty list says so only once it is known", async () => {
    show(<WhatIfs />, {
      "GET /horizon/what-if": [
        { ...ONE, result: RESULT, reckoning: null },
        { ...ONE, id: "w2", name: "Five bays" },
      ],
      "GET /access": ME,
    });
    expect(screen.queryByText("Nothing is supposed yet.")).toBeNull();
    await screen.findByText("Over the year: 36 more visits.");
    expect(screen.getByText("It is being reckoned.")).toBeTruthy();
    cleanup();
    show(<WhatIfs />, { "GET /horizon/what-if": [], "GET /access": ME });
    await screen.findByText("Nothing is supposed yet.");
  });
});

describe("choosing", () => {
  it("takes what is the shop’s to choose, and says where the rest is chosen", () => {
    expect(chosenWith(CHOSEN, NOTHING)).toBeNull();
    expect(
      chosenWith(CHOSEN, { ...NOTHING, intervals: { repack: { kept: true, months: 18, miles: null } } }),
    ).toBeNull();
    const chosen = chosenWith(CHOSEN, {
      ...NOTHING,
      callIn: 20,
      intervals: {
        repack: { kept: true, months: 18, miles: null },
        grease: { kept: true, months: 3, miles: null },
      },
    });
    expect(chosen?.costs).toEqual({ callIn: 20, ratePerHour: 96, convoy: 20 });
    expect(Object.keys(chosen?.intervals ?? {})).toEqual(["look", "grease"]);
    expect(
      leftOver({
        ...NOTHING,
        intervals: { repack: { kept: true, months: 18, miles: null } },
        fleets: [{ like: "t", count: 3 }],
      }),
    ).toBe("How long a repack lasts is set with the shop itself; new trailers are taken in at the yard.");
    expect(leftOver(NOTHING)).toBe("");
  });

  it("adds weeks up by the month that their Monday lies in", () => {
    const now = figures().weeks;
    const then = now.map((w) => ({ ...w, cost: 2 * w.cost, visits: 3 }));
    expect(byMonth(now, then)).toEqual([
      { name: "November 2026", short: "Nov", now: 5143, then: 10286, visitsNow: 2, visitsThen: 3 },
      { name: "December 2026", short: "Dec", now: 300, then: 600, visitsNow: 2, visitsThen: 3 },
      { name: "January 2027", short: "Jan", now: 90, then: 180, visitsNow: 2, visitsThen: 3 },
    ]);
  });
});
