import type { Schemas } from "../api/client";
import { dayInWords } from "../api/words";
import type { Scale } from "./timeline";

type Mark = Schemas["DueMark"];

/** Marks nearer than this cannot be told apart by a pointer: they are told together. */
const NEAR = 9;

/** Marks that stand together, soonest first. */
export interface Cluster {
  x: number;
  marks: Mark[];
}

/** What falls due on a line, gathered where marks stand too near to be pointed at one by one. */
export function clusters(marks: readonly Mark[], x: Scale): Cluster[] {
  const found: Cluster[] = [];
  for (const mark of [...marks].sort((a, b) => x(a.on) - x(b.on))) {
    const last = found.at(-1);
    if (last && x(mark.on) - last.x < NEAR) last.marks.push(mark);
    else found.push({ x: x(mark.on), marks: [mark] });
  }
  return found;
}

/** What a mark means in a line: what, where, the day and how near, and within which days. */
export const markInWords = (mark: Mark): string =>
  `${mark.name}${mark.where && `, ${mark.where}`}: ${dayInWords(mark.on)}, ${mark.when}` +
  (mark.early === mark.late ? "" : ` (${dayInWords(mark.early)} to ${dayInWords(mark.late)})`) +
  (mark.hard ? "; its last day is set by law or a Hold" : "") +
  (mark.by === "owner" ? "; its owner does it" : "");

/** A task of a line: where it falls due, and the visits that do it. */
export interface TaskOnLine {
  id: string;
  name: string;
  where: string;
  mark: Mark | undefined;
  visits: Schemas["VisitOnLine"][];
}

/** A line opened to its tasks, soonest first; what only a later visit does comes last. */
export function tasksOf(row: Pick<Schemas["HorizonLine"], "marks" | "visits">): TaskOnLine[] {
  const all = new Map<string, TaskOnLine>();
  for (const mark of [...row.marks].sort((a, b) => a.on.localeCompare(b.on)))
    all.set(mark.id, { id: mark.id, name: mark.name, where: mark.where, mark, visits: [] });
  for (const visit of row.visits)
    for (const { id, name, where } of visit.tasks) {
      const there = all.get(id) ?? { id, name, where, mark: undefined, visits: [] };
      there.visits.push(visit);
      all.set(id, there);
    }
  return [...all.values()];
}
