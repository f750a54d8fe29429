import type { Schemas } from "../api/client";

/** What stands for a sort of part in a list: by what it is measured as, or else by its kind. */
const DRAWN: Readonly<Record<string, Schemas["Subject"]>> = {
  bearing: "bearing",
  seal: "seal",
  hub: "studs",
  brake: "lining",
  magnet: "magnet",
  spring: "spring",
  "u-bolt": "uBolt",
  equalizer: "equalizer",
  bushing: "bushing",
  bolt: "bolt",
  link: "link",
  Bearings: "bearing",
  Seals: "seal",
  Hubs: "studs",
  Brakes: "drum",
  Suspension: "spring",
  Grease: "grease",
  Wiring: "wires",
  Lights: "lights",
  Tongue: "coupler",
  Wheels: "tyre",
};

/** The drawing of a sort of part; undefined where there is none. */
export const drawnAs = (measuredAs: string, kind: string): Schemas["Subject"] | undefined =>
  DRAWN[measuredAs] ?? DRAWN[kind];
