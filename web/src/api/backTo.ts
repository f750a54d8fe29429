/** Where a sum's result goes back to: a figure that a step of a visit asks for. */
export interface BackTo {
  visit: string;
  step: string;
  reading: string;
}

const NAMES = ["visit", "step", "reading"] as const;

/** What an address says of where its result goes; null where it says nothing. */
export function backToFrom(search: string): BackTo | null {
  const said = new URLSearchParams(search);
  const [visit, step, reading] = NAMES.map((n) => said.get(n));
  return visit && step && reading ? { visit, step, reading } : null;
}

/** The address of a sum filled in for a step, whose result can go back there; null for a figure that no sum gives.
 *  Of a torque in words, "90 to 100 lbf·ft", the upper figure is wanted. */
export function sumFor(use: BackTo, torqueWords: string | undefined): string | null {
  const torque = torqueWords?.match(/(?:\d+ to )?(\d+) lbf/)?.[1];
  const [code, filled] = use.reading.endsWith("torque")
    ? ["wrench", torque ? { wanted: torque } : {}]
    : use.reading === "end-play"
      ? ["nut-setting", {}]
      : [null, {}];
  return code ? `/reckoner/${code}?${new URLSearchParams({ ...filled, ...use })}` : null;
}

/** The part of an address that says where its result goes, to be kept while figures are typed. */
export const backToAddress = (use: BackTo | null): string =>
  use ? `&${new URLSearchParams({ ...use })}` : "";
