// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { trailer } from "../../tests/facts";
import { dayIn, refused, show, withNotes } from "../../tests/screen";
import { MeterPanel } from "./MeterPanel";

const of_ = (meter: Schemas["MeterKind"]) => trailer({}, { meter, version: 4, estimatedYear: "3,000 mi" });
const read = (id: string, words: string, with_: Partial<Schemas["MeterAnswer"]> = {}) =>
  ({
    id,
    kind: "reading",
    on: "2026-06-01",
    read: words,
    startsNewMeter: false,
    ...with_,
  }) as Schemas["MeterAnswer"];
const server = (with_: Record<string, unknown> = {}) => ({
  "GET /meter": { entries: [read("m2", "12,480 mi"), read("m1", "11,900 mi")], perDay: "about 19 mi a day" },
  "GET /settings/shop": { today: "2026-06-10" },
  "GET /understand": { ours: "12,600 mi", other: "20,278 km", problem: null, judgement: null, meant: null },
  ...with_,
});

describe("a trailer's meter", () => {
  it("takes back only the newest entry", async () => {
    const { user, of } = show(
      <MeterPanel trailer={of_("hubOdometer")} />,
      server({ "DELETE /meter/m2": of_("hubOdometer") }),
    );
    await screen.findByText("12,480 mi");
    expect(screen.getByText("about 19 mi a day")).toBeTruthy();
    expect(screen.getAllByRole("button", { name: /Take back/ })).toHaveLength(1);
    await user.click(screen.getByRole("button", { name: "Take back 12,480 mi" }));
    await waitFor(() => expect(of("DELETE")).toHaveLength(1));
  });

  it("puts back what was taken back, as it was typed and under an id of its own", async () => {
    const typed = { typed: "12,480", on: "2026-06-08", startsNewMeter: true };
    const { user, of } = show(
      withNotes(<MeterPanel trailer={of_("hubOdometer")} />),
      server({
        "GET /meter": { entries: [read("m2", "12,480 mi", typed)], perDay: "" },
        "DELETE /meter/m2": of_("hubOdometer"),
        "PUT /meter/": of_("hubOdometer"),
      }),
    );
    await user.click(await screen.findByRole("button", { name: "Take back 12,480 mi" }));
    await user.click(await screen.findByRole("button", { name: "Undo" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    expect(of("PUT")[0]?.body).toEqual({ ...typed, kind: "reading" });
    expect(of("PUT")[0]?.path).not.toContain("m2");
  });

  it("writes a reading down on the shop's day, and asks about a new meter only when it runs backwards", async () => {
    let tries = 0;
    const { user, of } = show(
      <MeterPanel trailer={of_("hubOdometer")} />,
      server({
        "PUT /meter/": () =>
          ++tries === 1 ? refused(422, "That is less than on June 1.", "/typed") : of_("hubOdometer"),
      }),
    );
    await user.click(screen.getByRole("button", { name: "Write down a reading or a trip" }));
    await waitFor(() => expect(dayIn("Read on")).toBe("2026-06-10"));
    expect(screen.queryByRole("checkbox", { name: "a new meter starts here" })).toBeNull();
    await user.type(screen.getByRole("textbox", { name: "The meter shows" }), "40{Enter}");
    await screen.findByText("That is less than on June 1.");
    await user.click(screen.getByRole("checkbox", { name: "a new meter starts here" }));
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    await waitFor(() => expect(screen.queryByRole("button", { name: "Write it down" })).toBeNull());
    expect(of("PUT").map((p) => p.body)).toEqual([
      { kind: "reading", on: "2026-06-10", typed: "40", startsNewMeter: false },
      { kind: "reading", on: "2026-06-10", typed: "40", startsNewMeter: true },
    ]);
    expect(new Set(of("PUT").map((p) => p.path)).size).toBe(1);
  });

  it("writes the next one under another id", async () => {
    const { user, of } = show(<MeterPanel trailer={of_("trips")} />, server({ "PUT /meter/": of_("trips") }));
    for (const words of ["240 mi", "80 mi"]) {
      await user.click(screen.getByRole("button", { name: "Write down a trip" }));
      await user.type(screen.getByRole("textbox", { name: "The trip’s distance" }), `${words}{Enter}`);
      await waitFor(() => expect(screen.queryByRole("button", { name: "Write it down" })).toBeNull());
    }
    expect(of("PUT").map((p) => p.body.kind)).toEqual(["trip", "trip"]);
    expect(new Set(of("PUT").map((p) => p.path)).size).toBe(2);
  });

  it("counts launches without a distance, on a trailer whose meter is none", async () => {
    const { user, of } = show(<MeterPanel trailer={of_("none")} />, server({ "PUT /meter/": of_("none") }));
    expect(screen.getByRole("heading").textContent).toBe("No meter: time alone decides");
    await user.click(screen.getByRole("button", { name: "Write down a launch" }));
    await user.type(screen.getByRole("textbox", { name: "Times under water that day" }), "3{Enter}");
    await waitFor(() =>
      expect(of("PUT")[0]?.body).toMatchObject({ kind: "immersion", typed: "3", startsNewMeter: false }),
    );
  });

  it("tells a trip that is yet to come from one that was made", async () => {
    const entries = [
      read("t2", "240 mi", { kind: "trip", on: "2026-06-20" }),
      read("t1", "90 mi", { kind: "trip", on: "2026-06-02" }),
      read("m1", "10 mi", { startsNewMeter: true }),
    ];
    show(<MeterPanel trailer={of_("hubOdometer")} />, server({ "GET /meter": { entries, perDay: "" } }));
    await screen.findByText(/trip planned/);
    expect(screen.getAllByRole("listitem")[1]?.textContent).toMatch(/trip (?!planned)/);
    expect(screen.getByText(/new meter/)).toBeTruthy();
  });
});
