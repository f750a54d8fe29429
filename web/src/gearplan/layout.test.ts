import { describe, expect, it } from "vitest";
import { type Drawn, layOut, leastWidth, neighbour, type Way } from "./layout";

const kinds: Drawn[] = [1, 2, 3].flatMap((axles) =>
  (["doubleEyeSprings", "slipperSprings", "torsion"] as const).flatMap((suspension) =>
    (["none", "electricDrum"] as const).map((brake) => ({ axles, suspension, brake })),
  ),
);

describe("layOut", () => {
  it.each(kinds)(
    "gives every place of $axles axles, $suspension, $brake its own spot on the paper",
    (gear) => {
      for (const width of [300, 358, 1220]) {
        const drawn = layOut(gear, width);
        // Counted by hand as in the core's own test: trailer, axles; a side with hangers, wheel ends and what hangs on them.
        const springs = gear.suspension === "torsion" ? 0 : 1;
        const end = 1 + (gear.brake === "none" ? 0 : 1) + 4 * springs;
        expect(drawn.spots).toHaveLength(
          1 + gear.axles + 2 * (1 + 2 * springs + gear.axles * end + (gear.axles - 1) * springs),
        );
        expect(new Set(drawn.spots.map((s) => s.code)).size).toBe(drawn.spots.length);
        expect(drawn.width).toBeGreaterThanOrEqual(leastWidth(gear));
        for (const s of drawn.spots) {
          expect(s.x).toBeGreaterThan(0);
          expect(s.x).toBeLessThan(drawn.width);
          expect(s.y).toBeGreaterThan(0);
          expect(s.y).toBeLessThan(drawn.height);
        }
      }
    },
  );

  it.each(kinds)("keeps neighbours a fingertip apart: $axles axles, $suspension, $brake", (gear) => {
    const { spots } = layOut(gear, 358);
    for (const a of spots)
      for (const b of spots)
        if (a.code < b.code)
          expect(Math.hypot(a.x - b.x, a.y - b.y), `${a.code} ${b.code}`).toBeGreaterThanOrEqual(24);
  });

  it("mirrors left and right", () => {
    const drawn = layOut({ axles: 2, suspension: "doubleEyeSprings", brake: "electricDrum" }, 1220);
    for (const left of drawn.spots.filter((s) => s.code.includes("left"))) {
      const right = drawn.spots.find((s) => s.code === left.code.replace("left", "right"));
      expect(right).toMatchObject({ x: left.x, y: drawn.height - left.y });
    }
  });
});

describe("neighbour", () => {
  const { spots } = layOut({ axles: 2, suspension: "doubleEyeSprings", brake: "electricDrum" }, 1220);

  it("walks from wheel end to wheel end", () => {
    expect(neighbour(spots, "axle-1-left", "ArrowRight")).toBe("axle-2-left");
    expect(neighbour(spots, "axle-2-left", "ArrowLeft")).toBe("axle-1-left");
    expect(neighbour(spots, "axle-1-left", "ArrowDown")).toBe("axle-1-left-brake");
  });

  it("stays where there is nothing that way", () => {
    expect(neighbour(spots, "axle-1-left", "ArrowUp")).toBe("axle-1-left");
  });

  it("reaches every place from the first by arrows alone", () => {
    for (const gear of kinds) {
      const all = layOut(gear, 1220).spots;
      const reached = new Set(["trailer"]);
      const waiting = ["trailer"];
      for (let from = waiting.pop(); from; from = waiting.pop()) {
        for (const way of ["ArrowLeft", "ArrowRight", "ArrowUp", "ArrowDown"] satisfies Way[]) {
          const to = neighbour(all, from, way);
          if (!reached.has(to)) {
            reached.add(to);
            waiting.push(to);
          }
        }
      }
      expect(all.map((s) => s.code).filter((c) => !reached.has(c))).toEqual([]);
    }
  });
});
