import type { Schemas } from "../api/client";

type Options<T extends string> = readonly (readonly [T, string])[];

/** The words of each choice that describes a running gear, the usual one first. */
export const AXLES: Options<"1" | "2" | "3"> = [
  ["1", "one"],
  ["2", "two, a tandem"],
  ["3", "three"],
];

export const SUSPENSION: Options<Schemas["SuspensionKind"]> = [
  ["doubleEyeSprings", "leaf springs, an eye at each end"],
  ["slipperSprings", "leaf springs, one slipper end"],
  ["torsion", "torsion axles"],
];

export const BRAKE: Options<Schemas["BrakeKind"]> = [
  ["electricDrum", "electric drum"],
  ["hydraulicDrum", "hydraulic drum"],
  ["hydraulicDisc", "hydraulic disc"],
  ["none", "none"],
];

export const LUBRICATION: Options<Schemas["Lubrication"]> = [
  ["handPacked", "packed by hand"],
  ["greasableSpindle", "on greasable spindles"],
  ["oilBath", "in an oil bath"],
  ["sealedHub", "in sealed hubs"],
];

export const NUT: Options<Schemas["NutRetention"]> = [
  ["castleNut", "cotter pin through a castle nut"],
  ["tangWasher", "tang washer"],
  ["retainerClip", "retainer clip"],
  ["onePieceNut", "itself: one-piece locking nut"],
];

export const SPINDLE: Options<Schemas["SpindleKind"]> = [
  ["welded", "welded"],
  ["boltOn", "bolt-on stub"],
  ["torsionArm", "torsion arm"],
];

export const STUDS: Options<string> = ["4", "5", "6", "8", "10"].map((n) => [n, n] as const);

export const METER: Options<Schemas["MeterKind"]> = [
  ["none", "nothing: time alone decides"],
  ["hubOdometer", "a hub odometer"],
  ["towLog", "the tow vehicle’s log"],
  ["trips", "trips written down"],
  ["estimate", "an estimate of the year"],
];
