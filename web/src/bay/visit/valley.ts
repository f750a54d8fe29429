import type { Schemas } from "../../api/client";

type Step = Schemas["PacketStep"];

/** A packet drawn as a line over its minutes: down as things come off, up as they go back. */
export interface Valley {
  width: number;
  height: number;
  /** The whole line. */
  line: string;
  /** The line as far as the work has come, and the ground under it. */
  done: string;
  /** Where the work stands. */
  now: { x: number; y: number };
  /** How deep each level lies, with its name. */
  levels: { y: number; name: string }[];
  /** Where the line begins, right of the levels' names. */
  left: number;
  /** Where each wheel end's work lies deepest; one whose name would run into another's has none. */
  ends: { x: number; name: string }[];
}

const MARGIN = { right: 10, top: 12, bottom: 26 };
/** Room for the levels' names; less of it on a phone. */
const NAMES = { wide: 150, narrow: 92, upTo: 700 };
const SLOPE = 5;
/** The width that a wheel end's name takes. */
const NAME_WIDTH = 74;

/**
 * Draws a packet's valley. A step stands at its depth for its minutes; between depths the line slopes.
 * The work has come as far as the minutes of the steps settled in unbroken order.
 */
export function valley(
  steps: readonly Step[],
  openings: readonly Schemas["PacketOpening"][],
  settled: ReadonlySet<string>,
  width: number,
  height: number,
): Valley {
  const minutes = steps.reduce((sum, s) => sum + s.minutes, 0) || 1;
  const depths = [...new Set([0, ...openings.map((o) => o.depth)])].sort((a, b) => a - b);
  const level = new Map(
    depths.map((d, i) => [
      d,
      MARGIN.top + (i * (height - MARGIN.top - MARGIN.bottom)) / Math.max(1, depths.length - 1),
    ]),
  );
  const left = width <= NAMES.upTo ? NAMES.narrow : NAMES.wide;
  const x = (minute: number) => left + (minute / minutes) * (width - left - MARGIN.right);
  const y = (depth: number) => level.get(depth) ?? MARGIN.top;

  const points: [number, number][] = [[x(0), y(0)]];
  let at = 0;
  let reached = 0;
  let unbroken = true;
  let now = { x: x(0), y: y(0) };
  const reach = new Map<string, { from: number; to: number; name: string; depth: number }>();
  for (const step of steps) {
    const from = x(at);
    at += step.minutes;
    const to = x(at);
    points.push([Math.min(from + SLOPE, to), y(step.depth)], [to, y(step.depth)]);
    unbroken &&= settled.has(step.key);
    if (unbroken) {
      reached = points.length;
      now = { x: to, y: y(step.depth) };
    }
    if (/^axle-\d-(left|right)$/.test(step.place) && step.depth > 2) {
      const there = reach.get(step.place);
      const deeper = !there || step.depth > there.depth;
      if (deeper || step.depth === there.depth) {
        reach.set(step.place, {
          from: deeper ? from : there.from,
          to,
          name: step.placeSpoken,
          depth: step.depth,
        });
      }
    }
  }
  // The last thing put back brings it to the ground within the drawing.
  const end = points.at(-1);
  if (end) end[0] = Math.max(((points.at(-2)?.[0] ?? 0) + end[0]) / 2, end[0] - SLOPE);
  points.push([x(minutes), y(0)]);
  if (unbroken && steps.length > 0) {
    reached = points.length;
    now = { x: x(minutes), y: y(0) };
  }

  const line = path(points);
  const done = reached === 0 ? "" : path(points.slice(0, reached));
  // Several things may lie equally deep: as many names as there is room for.
  const named = (depth: number) => {
    const names = [...new Set(openings.filter((o) => o.depth === depth).map((o) => o.name))];
    const room = left === NAMES.wide ? 2 : 1;
    return names.length > room ? `${names.slice(0, room).join(", ")}…` : names.join(", ");
  };
  return {
    width,
    height,
    line,
    done,
    now,
    levels: depths.map((d) => ({ y: y(d), name: d === 0 ? "ground" : named(d) })),
    left,
    ends: apart([...reach.values()].map((r) => ({ x: (r.from + r.to) / 2, name: r.name }))),
  };
}

/** The names that do not run into the one before. */
const apart = (ends: readonly { x: number; name: string }[]) => {
  const kept: { x: number; name: string }[] = [];
  for (const end of [...ends].sort((a, b) => a.x - b.x)) {
    const before = kept.at(-1);
    if (!before || end.x - before.x >= NAME_WIDTH) kept.push(end);
  }
  return kept;
};

const path = (points: readonly (readonly [number, number])[]): string =>
  points.map(([px, py], i) => `${i === 0 ? "M" : "L"}${round(px)} ${round(py)}`).join("");

const round = (n: number): number => Math.round(n * 10) / 10;
