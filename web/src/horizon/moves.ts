import type { Schemas } from "../api/client";
import { weeksAfter, weeksBetween } from "./timeline";

type Line = Schemas["HorizonLine"];
type Visit = Schemas["VisitOnLine"];
type Draft = Schemas["DecisionDraft"];

const tasksOf = (visit: Visit): string[] => visit.tasks.map((t) => t.id);

/** Pins tasks to a week; where they stood is told, so that an earlier pin there goes. */
const pin = (tasks: string[], to: string, from: string | null): Draft => ({
  kind: "pin",
  tasks,
  to,
  from,
  booking: null,
});

/** A visit to another week: an accepted one keeps its weekday, a proposed one is asked for there. */
export function moved(visit: Visit, to: string): Draft[] {
  if (visit.booking && visit.day) {
    const day = weeksAfter(visit.day, Math.round(weeksBetween(visit.week, to)));
    return [{ kind: "move", tasks: tasksOf(visit), to: day, from: visit.day, booking: visit.booking }];
  }
  return [pin(tasksOf(visit), to, visit.week)];
}

/**
 * Whether two visits can be one. Where the same work comes round in both, once now and once more later, one visit
 * cannot hold the two, and work done less often is no merging.
 */
export const mergeable = (visit: Visit, other: Visit | undefined): other is Visit =>
  other !== undefined && !tasksOf(visit).some((t) => tasksOf(other).includes(t));

/** Two visits as one, in the week of the other; an accepted one is accepted again with what comes to it. */
export function merged(visit: Visit, other: Visit): Draft[] {
  if (other.booking && other.day)
    return [...calledOff(other), ...accepted([...tasksOf(other), ...tasksOf(visit)], other.day)];
  return [pin(tasksOf(other), other.week, other.week), pin(tasksOf(visit), other.week, visit.week)];
}

/** Some of a visit's tasks in a week of their own; the rest stays. */
export function split(visit: Visit, tasks: string[], to: string): Draft[] {
  const rest = tasksOf(visit).filter((t) => !tasks.includes(t));
  return [...(rest.length > 0 ? [pin(rest, visit.week, visit.week)] : []), pin(tasks, to, visit.week)];
}

/** Held in its week, whatever else changes. */
export const pinned = (visit: Visit): Draft[] => [pin(tasksOf(visit), visit.week, visit.week)];

/** Not in this week. */
export const forbidden = (visit: Visit): Draft[] => [
  { kind: "forbid", tasks: tasksOf(visit), to: visit.week, from: null, booking: null },
];

/** Always in one visit. */
export const together = (visit: Visit): Draft[] => [
  { kind: "keepTogether", tasks: tasksOf(visit), to: null, from: null, booking: null },
];

/** Yes: it has a day now. */
export const accepted = (tasks: string[], day: string): Draft[] => [
  { kind: "accept", tasks, to: day, from: null, booking: null },
];

/** Not coming after all. */
export const calledOff = (visit: Visit): Draft[] =>
  visit.booking
    ? [{ kind: "callOff", tasks: tasksOf(visit), to: null, from: null, booking: visit.booking }]
    : [];

/** The visit before or after another on its line. */
export function beside(line: Line, visit: Visit, way: -1 | 1): Visit | undefined {
  const at = line.visits.findIndex((v) => v.week === visit.week);
  return at < 0 ? undefined : line.visits[at + way];
}
