import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { onLine } from "../tests/facts";
import { clusters, markInWords, tasksOf } from "./marks";
import { scale, zoomed } from "./timeline";

const mark = (id: string, on: string, with_: Partial<Schemas["DueMark"]> = {}): Schemas["DueMark"] => ({
  id,
  name: id,
  short: id,
  where: "axle 1",
  on,
  early: on,
  late: on,
  nearness: "soon",
  when: "in 3 weeks",
  reason: "",
  hard: false,
  by: "shop",
  ...with_,
});
const x = scale("2026-11-23", 52, 17);

describe("what falls due on a line", () => {
  it("is told together where it stands too near to be pointed at", () => {
    const found = clusters([mark("b", "2027-03-01"), mark("a", "2026-12-07"), mark("c", "2026-12-08")], x);
    expect(found.map((c) => c.marks.map((m) => m.id))).toEqual([["a", "c"], ["b"]]);
    // Closer to, each stands for itself.
    expect(
      clusters([mark("a", "2026-12-07"), mark("c", "2026-12-11")], scale("2026-11-23", 52, 150)),
    ).toHaveLength(2);
  });

  it("loses none, and no two stand nearer than a pointer can tell", () => {
    const days = Array.from(
      { length: 60 },
      (_, i) => `2027-0${1 + (i % 9)}-${String(1 + ((i * 7) % 28)).padStart(2, "0")}`,
    );
    const found = clusters(
      days.map((day, i) => mark(String(i), day)),
      x,
    );
    expect(found.flatMap((c) => c.marks)).toHaveLength(60);
    found.slice(1).forEach((c, i) => expect(c.x - (found[i]?.x ?? 0)).toBeGreaterThanOrEqual(9));
  });

  it("is said with its place, its day, its range where there is one, and what makes it hard", () => {
    expect(markInWords(mark("Repack", "2026-12-07"))).toBe("Repack, axle 1: Dec 7, 2026, in 3 weeks");
    expect(
      markInWords(
        mark("Lining", "2026-12-07", { where: "", early: "2026-12-01", late: "2027-01-02", hard: true }),
      ),
    ).toBe(
      "Lining: Dec 7, 2026, in 3 weeks (Dec 1, 2026 to Jan 2, 2027); its last day is set by law or a Hold",
    );
  });
});

describe("a line opened", () => {
  it("shows each task once, soonest first, with every visit that does it, and what only a visit knows", () => {
    const visits = [onLine("2026-12-07", ["a", "b"]), onLine("2027-06-07", ["a", "z"])];
    const tasks = tasksOf({ marks: [mark("b", "2026-12-20"), mark("a", "2026-12-10")], visits });
    expect(tasks.map((t) => [t.id, t.visits.map((v) => v.week)])).toEqual([
      ["a", ["2026-12-07", "2027-06-07"]],
      ["b", ["2026-12-07"]],
      ["z", ["2027-06-07"]],
    ]);
    expect(tasks[2]?.mark).toBeUndefined();
  });
});

describe("a closer look", () => {
  it("goes step by step and stays at the ends", () => {
    expect(zoomed("year", 1)).toBe("quarter");
    expect(zoomed("weeks", 1)).toBe("weeks");
    expect(zoomed("year", -1)).toBe("year");
  });
});
