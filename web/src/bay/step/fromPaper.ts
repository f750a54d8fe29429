import type { Schemas } from "../../api/client";

type Step = Schemas["PacketStep"];

/** What was typed in so far: the keys of ticked steps, and figures by their step's key and their code. */
export interface Typed {
  done: ReadonlySet<string>;
  figures: Record<string, string>;
}

/** Why a step that may be left out was: it stands in the record. */
export const LEFT_OUT = "Not ticked on paper";

/** Steps one after the other at one place. */
export function placesOf(steps: Step[]): { spoken: string; steps: Step[] }[] {
  const places: { spoken: string; place: string; steps: Step[] }[] = [];
  for (const step of steps) {
    const last = places[places.length - 1];
    if (last?.place === step.place) last.steps.push(step);
    else places.push({ spoken: step.placeSpoken, place: step.place, steps: [step] });
  }
  return places;
}

/**
 * The card that is sent: every ticked step with its figures, and, before the last of them, what may be left out and was.
 * @param idOf The id of what is sent, the same for the same thing.
 */
export function toSend(steps: Step[], typed: Typed, idOf: (what: string) => string): Schemas["CardStep"][] {
  const last = steps.findLastIndex((s) => typed.done.has(s.key));
  return steps
    .slice(0, last + 1)
    .filter((s) => typed.done.has(s.key) || s.optional)
    .map((s) => {
      const done = typed.done.has(s.key);
      return {
        id: idOf(s.key),
        ticked: done,
        step: {
          key: s.key,
          readings: done
            ? s.readings.flatMap((kind) => {
                const figure = typed.figures[`${s.key} ${kind}`]?.trim();
                return figure ? [{ id: idOf(`${s.key} ${kind}`), kind, typed: figure }] : [];
              })
            : [],
          skippedBecause: done ? null : LEFT_OUT,
          parts: null,
          seconds: null,
          socket: null,
        },
      };
    });
}
