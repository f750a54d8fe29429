import type { Schemas } from "../../api/client";

const GRAVITY: readonly Schemas["Verdict"][] = ["hold", "renew", "watch"];

/** What stands against a trailer, gravest first: everything seen that was not sound. */
export function standing(status: Pick<Schemas["TrailerStatus"], "marks">): Schemas["Mark"][] {
  const gravity = (mark: Schemas["Mark"]) => GRAVITY.indexOf(mark.judgement.verdict);
  return status.marks.filter((m) => m.judgement.verdict !== "sound").sort((a, b) => gravity(a) - gravity(b));
}
