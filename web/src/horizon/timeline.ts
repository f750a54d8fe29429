import { scaleLinear } from "d3-scale";

const DAY = 86_400_000;

/** Room left of the first week, for what is overdue. */
export const BEFORE = 40;

/** How wide a week is drawn, from a whole year on the screen to six weeks. */
export const ZOOMS = [
  ["year", "A year", 17],
  ["quarter", "A quarter", 72],
  ["weeks", "Six weeks", 150],
] as const;
export type Zoom = (typeof ZOOMS)[number][0];

/** The next closer look, or the next one further away; the same where there is none. */
export function zoomed(zoom: Zoom, by: 1 | -1): Zoom {
  const at = ZOOMS.findIndex(([code]) => code === zoom);
  return ZOOMS[at + by]?.[0] ?? zoom;
}

export const weekWidth = (zoom: Zoom): number => ZOOMS.find(([code]) => code === zoom)?.[2] ?? 17;

const time = (day: string): number => Date.parse(`${day.slice(0, 10)}T00:00:00Z`);

/** Whole and broken weeks from one day to another; calendar days, so no clock change counts. */
export const weeksBetween = (first: string, day: string): number => (time(day) - time(first)) / DAY / 7;

/** The day so many whole weeks after another: "2026-11-30". */
export const weeksAfter = (day: string, weeks: number): string =>
  new Date(time(day) + weeks * 7 * DAY).toISOString().slice(0, 10);

/** Days across the line: weeks to the right, whatever is before the first one in the room left of it. */
export function scale(first: string, weeks: number, width: number) {
  const across = scaleLinear([0, weeks], [BEFORE, BEFORE + weeks * width]);
  return (day: string): number => {
    const at = weeksBetween(first, day);
    return at < 0 ? Math.max(8, BEFORE - 8 + Math.max(-10, at) * 2) : across(Math.min(at, weeks));
  };
}
export type Scale = ReturnType<typeof scale>;

const MONTH = new Intl.DateTimeFormat("en", { month: "short", timeZone: "UTC" });
const SHORT = new Intl.DateTimeFormat("en", { day: "numeric", month: "short", timeZone: "UTC" });

/** A day in short: "Nov 25". */
export const dayShort = (day: string): string => SHORT.format(new Date(time(day)));

/** Where months begin, with their names; the year stands with January and with the first. */
export function months(first: string, weeks: number, x: Scale): { x: number; words: string }[] {
  const last = time(weeksAfter(first, weeks));
  const found: { x: number; words: string }[] = [];
  const start = new Date(time(first));
  for (
    let at = new Date(Date.UTC(start.getUTCFullYear(), start.getUTCMonth() + 1, 1));
    at.getTime() < last;
    at = new Date(Date.UTC(at.getUTCFullYear(), at.getUTCMonth() + 1, 1))
  ) {
    const year = at.getUTCMonth() === 0 ? ` ${at.getUTCFullYear()}` : "";
    found.push({ x: x(at.toISOString().slice(0, 10)), words: MONTH.format(at) + year });
  }
  return found;
}

/** The bracket of a visit: from the first of what it takes to the last, with the visit between or beside. */
export function bracket(
  x: Scale,
  visit: string,
  marks: readonly string[],
): { from: number; to: number; at: number } {
  const at = x(visit);
  const all = [at, ...marks.map(x)];
  return { from: Math.min(...all), to: Math.max(...all), at };
}

/** Room between two tabs, the least that one takes, and the most. */
const GAP = 4;
export const TAB = { least: 54, most: 200 };

/**
 * Where the tabs of visits stand so that none covers another: from their weeks on, or as far right as the one before
 * needs; and how wide, up to the next one or the end.
 */
export function tabs(wanted: readonly number[], end: number): { left: number; width: number }[] {
  const lefts: number[] = [];
  for (const at of wanted) lefts.push(Math.max(at, (lefts.at(-1) ?? -Infinity) + TAB.least + GAP));
  return lefts.map((left, i) => ({
    left,
    width: Math.max(TAB.least, Math.min(TAB.most, (lefts[i + 1] ?? end) - GAP - left)),
  }));
}

/** How much of a strip's height some hours take, where the fullest week takes all of it. */
export const share = (hours: number, most: number): number =>
  most <= 0 ? 0 : Math.min(1, Math.max(0, hours / most));
