import type { Schemas } from "../api/client";

/** A trailer on the shop's board. */
export const onBoard = (
  tag: string,
  with_: Partial<Schemas["OnBoardAnswer"]> = {},
): Schemas["OnBoardAnswer"] => ({
  id: tag,
  here: true,
  trailerId: `trailer-${tag}`,
  tag,
  name: "Puppets",
  customer: "Lantern Puppets",
  phone: "555-0100",
  glyph: null,
  onHold: false,
  jobs: [{ job: "bearing-repack", place: "axle-1-left" }],
  what: "Bearing repack, axle 1 left",
  howLong: "1 h 10",
  left: "1 h 10",
  share: 0,
  hands: 1,
  begun: false,
  standing: "working",
  waitsFor: "",
  since: "2026-06-10T08:05:00+00:00",
  said: "",
  day: null,
  dropOffAt: null,
  pickUpOn: null,
  pickUpAt: null,
  parts: "there",
  partsWords: "",
  agreed: "notAsked",
  slot: null,
  ...with_,
});

/** Where one stands. */
export const slot = (
  bay: number,
  starts: string,
  ends: string,
  people: string[],
  with_: Partial<Schemas["SlotAnswer"]> = {},
): Schemas["SlotAnswer"] => ({
  bay,
  starts,
  ends,
  overNight: false,
  people,
  pinned: false,
  late: null,
  ...with_,
});

/** A day of two bays, with an apprentice. */
export const aBoard = (trailers: Schemas["OnBoardAnswer"][] = []): Schemas["TodayAnswer"] => ({
  day: "2026-06-10",
  now: "09:10:00",
  opens: "08:00:00",
  closes: "15:30:00",
  breakAt: "12:00:00",
  breakEnds: "12:30:00",
  bays: 2,
  people: [
    { id: "perrin", name: "Perrin Loy", alone: false, away: [] },
    { id: "tobin", name: "Tobin Askel", alone: true, away: [] },
    { id: "odd", name: "Odd Varley", alone: true, away: [] },
  ],
  trailers,
  version: 4,
});
