import type { Schemas } from "../../api/client";

export type JobAt = Pick<Schemas["JobAt"], "job" | "place">;
type Offered = Schemas["JobOffered"];

export const isWanted = (wanted: readonly JobAt[], job: string, place: string): boolean =>
  wanted.some((w) => w.job === job && w.place === place);

/** The work wanted, with one job at one place put in or taken out. */
export function toggled(wanted: readonly JobAt[], job: string, place: string, on: boolean): JobAt[] {
  const others = wanted.filter((w) => w.job !== job || w.place !== place);
  return on ? [...others, { job, place }] : others;
}

/** The work wanted, with a job at every place it can be done at. */
export const everywhere = (wanted: readonly JobAt[], offered: Offered): JobAt[] => [
  ...wanted.filter((w) => w.job !== offered.code),
  ...offered.places.map((place) => ({ job: offered.code, place })),
];

/** The jobs that can be done where somebody points: at the place itself, and at a wheel end also at its brake. */
export function offeredAt(offered: readonly Offered[], picked: string): { job: Offered; place: string }[] {
  const end = picked.replace(/-brake$/, "");
  const here = end === picked ? [picked, `${picked}-brake`] : [picked, end];
  return here.flatMap((place) =>
    offered.filter((o) => o.places.includes(place)).map((job) => ({ job, place })),
  );
}

/** What falls due or is owed, as jobs that the trailer can have. */
export function due(status: Schemas["TrailerStatus"], offered: readonly Offered[]): JobAt[] {
  const can = (job: string, place: string) => offered.some((o) => o.code === job && o.places.includes(place));
  const repacks = status.dues
    .filter((d) => d.due.nearness !== "later")
    .map((d) => ({ job: d.job, place: d.place }));
  const owed = status.owed.flatMap((o) => o.settledBy);
  const all = [...repacks, ...owed].filter((j) => can(j.job, j.place));
  return all.filter((j, i) => all.findIndex((o) => o.job === j.job && o.place === j.place) === i);
}

/** The work wanted, a line a job, in the order they were first asked for. */
export function byJob(wanted: readonly JobAt[], offered: readonly Offered[]) {
  const codes = [...new Set(wanted.map((w) => w.job))];
  return codes.map((code) => ({
    code,
    name: offered.find((o) => o.code === code)?.name ?? code,
    places: wanted.filter((w) => w.job === code).map((w) => w.place),
  }));
}
