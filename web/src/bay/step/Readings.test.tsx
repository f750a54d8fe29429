// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { judgement, reading, state, visit } from "../../tests/facts";
import { refused, show } from "../../tests/screen";
import { Readings } from "./Readings";

const with_ = (readings: Schemas["ReadingAnswer"][], more: Partial<Schemas["VisitState"]> = {}) =>
  visit([], { state: state({ readings, ...more }) });
const WORN = reading({ id: "worn", ours: "0.063 in", judgement: judgement("renew"), ofStep: false });

const takeBacks = () => screen.queryAllByRole("button", { name: /^Take back/ });

describe("what was measured in a visit", () => {
  it("says where, how much and what it means", () => {
    show(<Readings visit={with_([WORN])} />);
    expect(screen.getByRole("listitem").textContent).toMatch(/Tread depth, axle 1 left: 0\.063 in.*renew/i);
  });

  it("takes back a figure of the round by its name, and one of a step never", async () => {
    const { user, of, queries } = show(<Readings visit={with_([WORN, reading()])} />, {
      "DELETE /readings/": { visitId: "visit-1", stops: [] },
    });
    expect(takeBacks()).toHaveLength(1);
    await user.click(screen.getByRole("button", { name: "Take back Tread depth, axle 1 left" }));
    await waitFor(() => expect(queries.getQueryData(["round", "visit-1"])).toMatchObject({ stops: [] }));
    expect(of("DELETE")[0]?.path).toBe("/api/bay/visits/visit-1/readings/worn");
  });

  it("tells a figure in the other unit at a touch, and back at the next", async () => {
    const { user } = show(<Readings visit={with_([reading({ ours: "3/16 in", other: "4.763 mm" })])} />);
    await user.click(screen.getByRole("button", { name: "3/16 in; in the other unit" }));
    expect(screen.getByRole("listitem").textContent).toContain("4.763 mm");
    await user.click(screen.getByRole("button", { name: "4.763 mm, that is 3/16 in" }));
    expect(screen.getByRole("listitem").textContent).toContain("3/16 in");
  });

  it("says why one cannot be taken back", async () => {
    const { user } = show(<Readings visit={with_([WORN])} />, {
      "DELETE /readings/": refused(409, "This visit is closed."),
    });
    await user.click(screen.getByRole("button", { name: /^Take back/ }));
    await screen.findByText(/This visit is closed\./);
  });

  it("is only read once the visit is closed", () => {
    show(<Readings visit={with_([WORN], { closedAt: "2026-06-10T12:00:00+00:00" })} />);
    expect(takeBacks()).toHaveLength(0);
  });

  it("lists the newest twelve, newest first, of the dozens that a round takes", () => {
    show(
      <Readings
        visit={with_(Array.from({ length: 30 }, (_, i) => reading({ id: `r${i}`, ours: `${i}/32 in` })))}
      />,
    );
    const lines = screen.getAllByRole("listitem").map((l) => l.textContent);
    expect(lines).toHaveLength(12);
    expect(lines[0]).toContain("29/32");
    expect(lines[11]).toContain("18/32");
  });
});
