import type { Schemas } from "../../api/client";
import { placeInWords } from "../../api/words";

const GRAVITY: readonly Schemas["Verdict"][] = ["hold", "renew", "watch"];

/** What stands against a trailer, gravest first: everything seen that was not sound. */
export function standing(status: Pick<Schemas["TrailerStatus"], "marks">): Schemas["Mark"][] {
  const gravity = (mark: Schemas["Mark"]) => GRAVITY.indexOf(mark.judgement.verdict);
  return status.marks.filter((m) => m.judgement.verdict !== "sound").sort((a, b) => gravity(a) - gravity(b));
}

/** A place as it is said; by its code where the running gear no longer has it. */
export const spoken = (trailer: Pick<Schemas["TrailerAnswer"], "places">, code: string): string =>
  trailer.places.find((p) => p.code === code)?.spoken ?? placeInWords(code);
