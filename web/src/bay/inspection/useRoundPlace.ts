import { useMutation } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../../api/client";
import { newId } from "../../api/ids";
import { reachable, type RoundSpot, unseen } from "./roundWalk";

type Round = Schemas["RoundAnswer"];
type Draft = Schemas["RoundDraft"];

/** Something to look at, with what was seen of it another time or on the other side. */
export interface SeenAgain {
  thing: Schemas["RoundThing"];
  seen: Schemas["LastSeen"];
}

const NOTHING: Draft = { observations: [], readings: [], rest: [] };

/**
 * Writes down what is seen and measured at a place of a round.
 * @param onState What stands now, and whether the walk goes on to the next place.
 * @param onPass The walk goes on, and nothing was written down.
 */
export function useRoundPlace(
  round: Round,
  spot: RoundSpot,
  onState: (now: Round, goOn: boolean) => void,
  onPass: () => void,
) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [picked, setPicked] = useState<string | null>(null);
  const left = unseen(spot);
  const asked = spot.stops
    .filter(reachable)
    .flatMap((s) => s.things)
    .flatMap((t) => t.readings);
  const write = useMutation({
    mutationFn: ({ draft }: { draft: Draft; goOn: boolean }) =>
      answer(
        shop.PUT("/api/bay/visits/{id}/round/{place}", {
          params: { path: { id: round.visitId, place: spot.place } },
          body: draft,
        }),
      ),
    onSuccess: (now, { draft, goOn }) => {
      if (draft.readings.length > 0) setTyped({});
      onState(now, goOn);
    },
  });
  const busy = write.isPending || round.closed;
  const figures = asked.filter((r) => typed[r.code]?.trim());
  const readings = () => figures.map((r) => ({ id: newId(), kind: r.code, typed: typed[r.code] ?? "" }));
  const refused = write.error instanceof ShopProblem ? write.error : undefined;
  const problemOf = (code: string) =>
    refused?.field(`/readings/${figures.findIndex((r) => r.code === code)}/typed`);

  // Asked to go on while a row is still on its way: it goes on with what has come back.
  const wish = useRef(false);
  const goOn = () => {
    if (round.closed) return;
    if (write.isPending) wish.current = true;
    else if (left.length === 0 && figures.length === 0) onPass();
    else
      write.mutate({
        draft: {
          ...NOTHING,
          readings: readings(),
          rest: left.map((t) => ({ id: newId(), subject: t.subject })),
        },
        goOn: true,
      });
  };
  useEffect(() => {
    if (!wish.current || write.isPending) return;
    wish.current = false;
    goOn();
  });

  return {
    /** What nobody has looked at yet, of what can be reached. */
    left,
    typed,
    type: (code: string, text: string) => setTyped((now) => ({ ...now, [code]: text })),
    /** Whether figures wait to be written down. */
    hasFigures: figures.length > 0,
    /** Code of the row that was picked last; null for none. */
    picked,
    pending: write.isPending,
    busy,
    problemOf,
    /** What went wrong and belongs to no field. */
    error: refused && figures.some((r) => problemOf(r.code)) ? null : write.error,
    goOn,
    pick: (ruleCode: string) => {
      // Not disabled meanwhile, so that the keyboard stays where it is.
      if (busy) return;
      setPicked(ruleCode);
      const one = { id: newId(), ruleCode, note: "", which: null, damage: null };
      write.mutate({ draft: { ...NOTHING, observations: [one] }, goOn: false });
    },
    again: (rows: SeenAgain[], note: (seen: Schemas["LastSeen"]) => string) =>
      write.mutate({
        draft: {
          ...NOTHING,
          observations: rows.map(({ seen }) => ({
            id: newId(),
            ruleCode: seen.rule,
            note: note(seen),
            which: seen.which,
            damage: null,
          })),
        },
        goOn: false,
      }),
    writeFigures: () => {
      if (figures.length > 0) write.mutate({ draft: { ...NOTHING, readings: readings() }, goOn: false });
    },
  };
}
