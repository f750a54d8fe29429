import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";
import type { Schemas } from "../api/client";

type Plot = Schemas["WearPlotAnswer"];
type Side = Schemas["WearSide"];

export const WIDTH = 560;
export const HEIGHT = 250;
const LEFT = 62;
const RIGHT = 18;
const TOP = 18;
const BOTTOM = 34;
const DAY = 24 * 60 * 60 * 1000;

/** A month's mark on the time axis. */
export interface TimeTick {
  x: number;
  words: string;
}

export interface DrawnSide {
  side: Side;
  band: string;
  line: string;
  dots: { x: number; y: number }[];
  before: { x: number; y: number }[];
  /** Where the line meets the limit; null where it does not within the plot. */
  cross: { x: number; y: number } | null;
}

export interface DrawnPlot {
  ticks: { y: number; words: string }[];
  times: TimeTick[];
  limit: number | null;
  today: number;
  bottom: number;
  left: number;
  right: number;
  sides: DrawnSide[];
}

/** A plot of wear as lines and areas; the data in inches over days. */
export function drawPlot(plot: Plot, today: string): DrawnPlot {
  const values = plot.sides.flatMap((s) => [
    ...s.figures.map((f) => f.value),
    ...s.before.map((f) => f.value),
  ]);
  if (plot.limit !== null) values.push(plot.limit);
  const low = Math.min(...values);
  const high = Math.max(...values);
  const room = Math.max((high - low) * 0.12, 0.004);
  const x = scaleLinear([0, plot.days], [LEFT, WIDTH - RIGHT]);
  const y = scaleLinear([low - room, high + room], [HEIGHT - BOTTOM, TOP]);
  const inside = (value: number) => Math.min(HEIGHT - BOTTOM, Math.max(TOP, y(value)));
  const at = (f: { x: number; value: number }) => ({ x: x(f.x), y: y(f.value) });
  return {
    ticks: y.ticks(4).map((v) => ({ y: y(v), words: v.toFixed(2) })),
    times: months(plot.from, plot.days).map((t) => ({ ...t, x: x(t.x) })),
    limit: plot.limit === null ? null : y(plot.limit),
    today: x(daysBetween(plot.from, today)),
    bottom: HEIGHT - BOTTOM,
    left: LEFT,
    right: WIDTH - RIGHT,
    sides: plot.sides.map((side) => ({
      side,
      line:
        line<Side["trace"][number]>()
          .x((p) => x(p.x))
          .y((p) => inside(p.line))(side.trace) ?? "",
      band: side.trace.every((p) => p.low !== null && p.high !== null)
        ? (area<Side["trace"][number]>()
            .x((p) => x(p.x))
            .y0((p) => inside(p.low ?? p.line))
            .y1((p) => inside(p.high ?? p.line))(side.trace) ?? "")
        : "",
      dots: side.figures.map(at),
      before: side.before.map(at),
      cross:
        side.crossesX !== null && plot.limit !== null && side.crossesX <= plot.days
          ? { x: x(side.crossesX), y: y(plot.limit) }
          : null,
    })),
  };
}

/** Whole days from one day to another. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / DAY);

const MONTH = new Intl.DateTimeFormat("en", { month: "short", timeZone: "UTC" });

/** Months to mark on an axis: at most eight, quarters or years when it is long; a January names its year. */
export function months(from: string, days: number): TimeTick[] {
  const start = new Date(`${from}T00:00:00Z`);
  const every = [1, 3, 6, 12, 24].find((m) => days / (30.4 * m) <= 8) ?? 60;
  const ticks: TimeTick[] = [];
  const month = new Date(Date.UTC(start.getUTCFullYear(), start.getUTCMonth() + 1, 1));
  for (; (month.getTime() - start.getTime()) / DAY <= days; month.setUTCMonth(month.getUTCMonth() + 1)) {
    const number = month.getUTCFullYear() * 12 + month.getUTCMonth();
    if (number % every === 0) {
      const name = MONTH.format(month);
      ticks.push({
        x: Math.round((month.getTime() - start.getTime()) / DAY),
        words: month.getUTCMonth() === 0 || ticks.length === 0 ? `${name} ${month.getUTCFullYear()}` : name,
      });
    }
  }
  return ticks;
}
