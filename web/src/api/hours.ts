/** A time of day ("09:30:00") as minutes since midnight. */
export const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

/** Minutes since midnight as a time of day on its way to the server. */
export const timeOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}:00`;

/** A time of day as people say it: "9:30". */
export const hour = (time: string): string => `${Number(time.slice(0, 2))}:${time.slice(3, 5)}`;

/** How finely somebody puts a trailer on the board, in minutes. */
export const STEP = 15;

/** Quarters of an hour of a day, from its opening to its closing. */
export function quarters(opens: string, closes: string): string[] {
  const all: string[] = [];
  for (let at = Math.ceil(minutesOf(opens) / STEP) * STEP; at <= minutesOf(closes); at += STEP)
    all.push(timeOf(at));
  return all;
}

/** The nearest quarter of an hour within a day; a trailer begins before it closes. */
export function snapped(minutes: number, opens: string, closes: string): string {
  const first = minutesOf(opens);
  const last = minutesOf(closes) - STEP;
  return timeOf(Math.min(Math.max(Math.round(minutes / STEP) * STEP, first), Math.max(first, last)));
}
