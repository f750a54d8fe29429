import type { Schemas } from "../../api/client";
import { minutesOf } from "../../api/hours";

export type Board = Schemas["TodayAnswer"];
export type OnBoard = Schemas["OnBoardAnswer"];
type Draft = Schemas["SlotDraft"];

/** Where trailers stand that are in no bay, in the order they want somebody. */
export const ASIDE = ["expected", "here", "answer", "parts", "ready", "missed"] as const;

export type Aside = (typeof ASIDE)[number];

/** The heading of each. */
export const ASIDE_WORDS: Record<Aside, string> = {
  expected: "Expected today",
  here: "Here, in no bay yet",
  answer: "Waiting for an answer",
  parts: "Waiting for parts",
  ready: "Ready to go",
  missed: "Did not come",
};

/** Where a trailer stands; null for one that is in a bay. */
export function asideOf(trailer: OnBoard, day: string): Aside | null {
  if (trailer.slot) return null;
  if (!trailer.here) return trailer.day === day ? "expected" : "missed";
  switch (trailer.standing) {
    case "waitsForAnswer":
      return "answer";
    case "waitsForParts":
      return "parts";
    case "ready":
      return "ready";
    default:
      return "here";
  }
}

/** First names of whoever works on a trailer in its bay. */
export const namesOf = (people: Board["people"], trailer: OnBoard): string[] =>
  (trailer.slot?.people ?? []).map((id) => people.find((p) => p.id === id)?.name.split(" ")[0] ?? "somebody");

/** Where a trailer stands now, as it would be put there again. */
export const draftOf = (trailer: OnBoard): Draft | null =>
  trailer.slot && {
    id: trailer.id,
    bay: trailer.slot.bay,
    starts: trailer.slot.starts,
    people: trailer.slot.people,
    pinned: trailer.slot.pinned,
  };

/** Somebody who works alone and has nothing else to do just then; whoever works alone where all have. */
export function whoIsFree(board: Board, trailer: OnBoard, starts: string): string[] {
  const at = minutesOf(starts);
  const busy = new Set(
    board.trailers.flatMap((other) =>
      other.id !== trailer.id &&
      other.slot &&
      minutesOf(other.slot.starts) <= at &&
      minutesOf(other.slot.ends) > at
        ? other.slot.people
        : [],
    ),
  );
  const away = new Set(
    board.people
      .filter((p) => p.away.some((a) => minutesOf(a.from) <= at && (a.to === null || minutesOf(a.to) > at)))
      .map((p) => p.id),
  );
  const can = board.people.filter((p) => !away.has(p.id));
  const first = can.find((p) => p.alone && !busy.has(p.id)) ?? can.find((p) => p.alone);
  if (!first) return [];
  const second =
    trailer.hands === 2 &&
    (can.find((p) => p.id !== first.id && !busy.has(p.id)) ?? can.find((p) => p.id !== first.id));
  return second ? [first.id, second.id] : [first.id];
}

/** The same trailer somewhere else: in another bay, at another hour. Whoever works on it stays. */
export const moved = (board: Board, trailer: OnBoard, bay: number, starts: string): Draft => ({
  id: trailer.id,
  bay,
  starts,
  people: trailer.slot?.people ?? whoIsFree(board, trailer, starts),
  pinned: trailer.slot?.pinned ?? false,
});
