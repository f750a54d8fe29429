import { type ScaleLinear, scaleLinear } from "d3-scale";
import type { Schemas } from "../api/client";

export const WIDTH = 560;
export const HEIGHT = 250;
const LEFT = 58;
const RIGHT = 14;
const TOP = 24;
const BOTTOM = 40;

type Plot = Schemas["EvidencePlot"];
type Series = Plot["series"][number];
export type Spot = Series["points"][number];

interface Drawn {
  x: ScaleLinear<number, number>;
  y: ScaleLinear<number, number>;
  box: { left: number; right: number; top: number; bottom: number };
  lines: Series[];
  dots: Spot[];
  /** Marks with names at a place across, from left to right. */
  upright: Plot["marks"];
  /** Marks with names at a height. */
  lying: Plot["marks"];
  /** Between the two marks across that have no name; null where there are none. */
  band: { from: number; to: number } | null;
}

/** Where everything of a plot stands. */
export function drawEvidence(plot: Plot): Drawn {
  const points = plot.series.flatMap((s) => s.points);
  const xs = [...points.map((p) => p.x), ...plot.marks.filter((m) => m.upright).map((m) => m.at)];
  const ys = [
    ...points.flatMap((p) => [p.y, p.low ?? p.y, p.high ?? p.y]),
    ...plot.marks.filter((m) => !m.upright).map((m) => m.at),
  ];
  const least = Math.min(0, ...ys);
  // Where all is nothing, nothing lies at the foot.
  const most = Math.max(...ys) > least ? Math.max(...ys) : least + 1;
  const unnamed = plot.marks.filter((m) => m.upright && m.name === "").map((m) => m.at);
  return {
    x: scaleLinear([Math.min(0, ...xs), Math.max(1e-9, ...xs)], [LEFT, WIDTH - RIGHT]),
    y: scaleLinear(
      [least < 0 ? least - (most - least) * 0.14 : 0, most + (most - least) * 0.06],
      [HEIGHT - BOTTOM, TOP],
    ),
    box: { left: LEFT, right: WIDTH - RIGHT, top: TOP, bottom: HEIGHT - BOTTOM },
    lines: plot.series.filter((s) => s.shape !== "dots"),
    dots: plot.series.filter((s) => s.shape === "dots").flatMap((s) => s.points),
    upright: plot.marks.filter((m) => m.upright && m.name !== "").sort((a, b) => a.at - b.at),
    lying: plot.marks.filter((m) => !m.upright && m.name !== ""),
    band: unnamed.length === 2 ? { from: Math.min(...unnamed), to: Math.max(...unnamed) } : null,
  };
}

// How the lines of a plot are told apart, in print as well: the first stands out.
const STYLES = [
  { words: "full line", ink: "var(--working)", width: 2.5, dash: undefined },
  { words: "broken line", ink: "var(--ink)", width: 1.5, dash: "6 5" },
  { words: "thin line", ink: "var(--ink)", width: 1.5, dash: undefined },
  { words: "dotted line", ink: "var(--ink)", width: 1.5, dash: "1.5 4" },
] as const;

/** How the line of a number, from 0, is drawn. */
export const styleOf = (line: number) => STYLES[Math.min(line, STYLES.length - 1)] ?? STYLES[1];

/** What the signs of a plot mean, in words. */
export function signsOf(plot: Plot): string {
  const { lines, dots, band } = drawEvidence(plot);
  return [
    ...lines.map((s, i) => `${styleOf(i).words}: ${s.name}`),
    ...(dots.length > 0 ? [`dots: ${plot.series.find((s) => s.shape === "dots")?.name ?? ""}`] : []),
    ...(band ? ["shaded: where it lies nine times in ten"] : []),
  ]
    .join("; ")
    .replace(/^./, (c) => c.toUpperCase())
    .concat(".");
}
