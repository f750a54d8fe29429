// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { state, visit } from "../../tests/facts";
import { choice, refused, show } from "../../tests/screen";
import { JobsPanel } from "./JobsPanel";

const job = (code: string, name: string, done = false) =>
  ({ job: code, place: "axle-1-left", placeSpoken: "axle 1 left", name, done }) as Schemas["JobAnswer"];
const REPACK = job("bearing-repack", "Bearing repack");
const BRAKE = job("brake-assembly", "Brake assembly");
const at = (jobs: Schemas["JobAnswer"][], with_: Partial<Schemas["VisitAnswer"]> = {}) =>
  visit([], { state: state({ jobs }), composed: 3, ...with_ });
const offered = [{ code: "equalizer", name: "Equalizer", places: ["equalizer-1-left", "equalizer-1-right"] }];
const look = (whyNot: string | null) => ({
  extraMinutes: 38,
  extraInWords: "38 min more",
  leftInWords: "1 h 20",
  opens: ["the frame is lifted"],
  again: [],
  whyNot,
});

describe("the jobs of a visit at work", () => {
  it("leaves one out, telling which packet it was read from, and never the last one nor one that is done", async () => {
    const { user, of, again } = show(<JobsPanel visit={at([REPACK, { ...BRAKE, done: true }])} />, {
      "PUT /jobs": visit(),
    });
    expect(screen.queryByRole("button", { name: "Remove Brake assembly, axle 1 left" })).toBeNull();
    await user.click(screen.getByRole("button", { name: "Remove Bearing repack, axle 1 left" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    expect(of("PUT")[0]?.body).toEqual({
      jobs: [{ job: "brake-assembly", place: "axle-1-left" }],
      technicians: 1,
      composed: 3,
    });
    again(<JobsPanel visit={at([REPACK])} />);
    expect(screen.queryByRole("button", { name: /Remove/ })).toBeNull();
  });

  it("shows what another tablet made of it when it was first, beside the sentence", async () => {
    const { user, queries } = show(<JobsPanel visit={at([REPACK, BRAKE])} />, {
      "PUT /jobs": refused(409, "The jobs were changed on another tablet."),
    });
    queries.setQueryData(["visit", "visit-1"], at([REPACK, BRAKE]));
    await user.click(screen.getByRole("button", { name: /Remove Bearing repack/ }));
    expect((await screen.findByRole("alert")).textContent).toContain("another tablet");
    expect(queries.getQueryState(["visit", "visit-1"])?.isInvalidated).toBe(true);
  });

  it("tells the minutes before a job is added, at the first place that is free", async () => {
    const { user, of } = show(
      <JobsPanel
        visit={at([REPACK, { ...job("equalizer", "Equalizer"), place: "equalizer-1-left" }], {
          places: [
            {
              code: "equalizer-1-right",
              spoken: "equalizer right",
              kind: "equalizer",
              axle: 1,
              side: "right",
            },
          ] as Schemas["PlaceAnswer"][],
        })}
      />,
      { "GET /bay/jobs": offered, "POST /jobs/preview": look(null), "PUT /jobs": visit() },
    );
    await user.click(screen.getByRole("button", { name: "Add a job" }));
    await screen.findByText("38 min more");
    expect(screen.getByText("comes off for it: the frame is lifted")).toBeTruthy();
    expect(choice("Where").textContent).toMatch(/right/);
    await user.click(choice("Where"));
    expect((await screen.findAllByRole("option")).map((o) => o.textContent)).toEqual(["equalizer right"]);
    await user.keyboard("{Escape}");
    expect(of("PUT")).toHaveLength(0);
    await user.click(screen.getByRole("button", { name: "Add it" }));
    await waitFor(() =>
      expect(of("PUT")[0]?.body.jobs.at(-1)).toEqual({ job: "equalizer", place: "equalizer-1-right" }),
    );
    await waitFor(() => expect(screen.queryByRole("button", { name: "Add it" })).toBeNull());
  });

  it("does not add what can't be added any more, and says why", async () => {
    const { user } = show(<JobsPanel visit={at([REPACK])} />, {
      "GET /bay/jobs": offered,
      "POST /jobs/preview": look("The side is down already."),
    });
    await user.click(screen.getByRole("button", { name: "Add a job" }));
    await screen.findByText("The side is down already.");
    expect(screen.getByRole("button", { name: "Add it" })).toHaveProperty("disabled", true);
    choice("Job").focus();
    await user.keyboard("{Escape}");
    await screen.findByRole("button", { name: "Add a job" });
  });

  it("has a second technician join and go, and nothing to change once it is closed", async () => {
    const { user, of, again } = show(<JobsPanel visit={at([REPACK])} />, { "PUT /jobs": visit() });
    await user.click(screen.getByRole("button", { name: "A second technician joins" }));
    await waitFor(() => expect(of("PUT")[0]?.body.technicians).toBe(2));
    again(<JobsPanel visit={at([REPACK], { technicians: 2 })} />);
    expect(screen.getByRole("button", { name: "One goes on alone" })).toBeTruthy();
    again(
      <JobsPanel visit={visit([], { state: state({ jobs: [REPACK], closedAt: "2026-06-10T12:00:00Z" }) })} />,
    );
    expect(screen.queryByRole("button")).toBeNull();
  });
});
