import type { Schemas } from "../api/client";

/** A verdict with a rule of its own. */
export const judgement = (verdict: Schemas["Verdict"], rule = `It is ${verdict}.`): Schemas["Judgement"] => ({
  verdict,
  rule,
  source: "common practice",
  setsOff: verdict === "sound" ? [] : ["look at its pair"],
});

/** A step at the left wheel end of the first axle. */
export const step = (with_: Partial<Schemas["PacketStep"]> = {}): Schemas["PacketStep"] => ({
  key: "axle-1-left/repack/pack",
  place: "axle-1-left",
  placeSpoken: "axle 1 left",
  part: "work",
  opening: "hub-open",
  job: "bearing-repack",
  title: "Pack the cones",
  detail: "From the wide end, until grease comes through.",
  minutes: 6,
  depth: 3,
  cautions: [],
  readings: [],
  subjects: ["grease"],
  tools: [],
  parts: [],
  practice: null,
  optional: false,
  in: "",
  for: [],
  late: false,
  weightDown: false,
  torque: null,
  photo: null,
  socket: null,
  minutesFrom: null,
  renews: false,
  ofNew: false,
  technician: 0,
  ...with_,
});

/** A visit's state before anything was done. */
export const state = (with_: Partial<Schemas["VisitState"]> = {}): Schemas["VisitState"] => ({
  entries: [],
  next: "axle-1-left/repack/pack",
  nextToPutBack: null,
  nextOfHands: [],
  phaseCard: [],
  placeCard: [],
  composed: 0,
  openNow: [],
  minutesDone: 0,
  readings: [],
  findings: [],
  conclusions: [],
  holds: [],
  inspection: null,
  parts: [],
  taken: [],
  shelfDiffers: [],
  secondLooks: [],
  photos: [],
  jobs: [],
  whyNotClosed: null,
  needsRelease: false,
  gearChanges: [],
  closedAt: null,
  ...with_,
});

/** A visit of P-07 with the steps told. */
export const visit = (
  steps: Schemas["PacketStep"][] = [step()],
  with_: Partial<Schemas["VisitAnswer"]> = {},
): Schemas["VisitAnswer"] =>
  ({
    id: "visit-1",
    trailerId: "trailer-1",
    tag: "P-07",
    trailerName: "Stage wagon",
    customer: "Lanternfold Puppet Theatre",
    gearWords: "tandem on leaf springs",
    what: "bearing repack, axle 1 left",
    openedAt: "2026-06-10T09:00:00+00:00",
    openedBy: "Ines Marrow",
    packet: { steps } as Schemas["Packet"],
    minutes: 41,
    minutesInWords: "41 min",
    technicians: 1,
    elapsedInWords: "41 min",
    composed: 0,
    gear: { axles: 2, suspension: "doubleEyeSprings", brake: "electricDrum" } as Schemas["GearDescription"],
    places: [],
    readingsAsked: [],
    practices: [],
    seenBefore: {},
    critical: {},
    sockets: {},
    state: state(),
    ...with_,
  }) satisfies Schemas["VisitAnswer"];

/** A finding of a visit. */
export const finding = (with_: Partial<Schemas["FindingAnswer"]> = {}): Schemas["FindingAnswer"] => ({
  id: "finding-1",
  place: "axle-1-left",
  placeSpoken: "axle 1 left",
  subject: "seal",
  ruleCode: "seal-torn",
  seen: "Torn lip",
  which: "",
  damage: null,
  damageCode: null,
  note: "",
  inWords: "Torn lip",
  judgement: judgement("renew", "A torn seal lets the grease out."),
  mended: null,
  at: "2026-06-10T09:20:00+00:00",
  by: "Ines Marrow",
  ...with_,
});

/** A figure measured in a visit, at a step of its own. */
export const reading = (with_: Partial<Schemas["ReadingAnswer"]> = {}): Schemas["ReadingAnswer"] => ({
  id: "reading-1",
  place: "axle-1-left",
  placeSpoken: "axle 1 left",
  kind: "tread",
  name: "Tread depth",
  typed: "3/16",
  ours: "0.188 in",
  other: "4.8 mm",
  judgement: judgement("sound"),
  picks: null,
  ofStep: true,
  at: "2026-06-10T09:10:00+00:00",
  by: "Ines Marrow",
  ...with_,
});

/** A part that a step needs. */
export const need = (with_: Partial<Schemas["PartNeed"]> = {}): Schemas["PartNeed"] => ({
  name: "cotter pin",
  quantity: 1,
  unit: "piece",
  code: "COTTER-PIN",
  ...with_,
});

/** A trailer as its page gets it, with what stands against it. */
export const trailer = (
  status: Partial<Schemas["TrailerStatus"]> = {},
  with_: Partial<Schemas["TrailerAnswer"]> = {},
): Schemas["TrailerAnswer"] =>
  ({
    id: "trailer-1",
    tag: "P-07",
    name: "Stage wagon",
    status: { asOf: "2026-06-10", dues: [], marks: [], measured: [], owed: [], ...status },
    openVisit: null,
    ...with_,
  }) as Schemas["TrailerAnswer"];

/** A line that has to be ordered within the week. */
export const toOrder = (with_: Partial<Schemas["ToOrder"]> = {}): Schemas["ToOrder"] => ({
  code: "SEAL-1719-2565",
  name: "Grease seal 1.719 in",
  quantity: 4,
  unit: "piece",
  price: 3.2,
  orderBy: "2026-06-12",
  neededOn: "2026-06-18",
  late: 0,
  for: ["P-07"],
  onHand: 1,
  onOrder: 0,
  safety: 1,
  kept: true,
  ...with_,
});

/** A visit on a trailer's line of the horizon: proposed, in a week without room for a day yet. */
export const onLine = (
  week: string,
  tasks: string[],
  with_: Partial<Schemas["VisitOnLine"]> = {},
): Schemas["VisitOnLine"] => ({
  week,
  day: null,
  booking: null,
  pinned: false,
  tasks: tasks.map((id) => ({
    id,
    name: id,
    where: "axle 1",
    weeksEarly: 0,
    why: `${id} falls due.`,
    moneySaved: 0,
  })),
  minutes: 41,
  minutesInWords: "41 min",
  minutesSaved: 12,
  savedInWords: "12 min",
  price: 90,
  what: tasks.join(", "),
  weightiest: tasks.slice(0, 2),
  doesNotFit: false,
  with: [],
  ...with_,
});
