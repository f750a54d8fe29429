const DAY = new Intl.DateTimeFormat("en", {
  day: "numeric",
  month: "short",
  year: "numeric",
  timeZone: "UTC",
});

/** A calendar day ("2026-11-24") in words: "Nov 24, 2026". */
export const dayInWords = (day: string): string => DAY.format(new Date(`${day.slice(0, 10)}T00:00:00Z`));

const SHORT = new Intl.DateTimeFormat("en", { day: "numeric", month: "short", timeZone: "UTC" });

/** A calendar day of the coming weeks, where the year goes without saying: "Nov 24". */
export const shortDay = (day: string): string => SHORT.format(new Date(`${day.slice(0, 10)}T00:00:00Z`));

/** A moment's time of day by the shop's own clock: "07:40". */
export const clockInWords = (moment: string): string => moment.slice(11, 16);

/** Minutes as people say them: "50 min", "2 h 32". */
export function minutesInWords(minutes: number): string {
  const whole = Math.round(minutes);
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, "0")}`;
}

/** A part in words: "1 × cotter pin", "3 oz wheel bearing grease". */
export const partWords = (p: { quantity: number; unit: string; name: string }): string =>
  `${p.quantity} ${p.unit === "piece" ? "×" : p.unit} ${p.name}`;

/** A place's code in words, for a place that the running gear no longer has: "axle 3 left". */
export const placeInWords = (code: string): string => code.replaceAll("-", " ");

/** Without a capital, as within a sentence. */
export const small = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

/** Names one after the other in a line, the first alone with its capital. */
export const inALine = (names: readonly string[]): string =>
  names.map((name, i) => (i === 0 ? name : small(name))).join(", ");

/** With a capital. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
