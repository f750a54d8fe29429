import { useEffect } from "react";
import type { Schemas } from "../../api/client";
import { useRemembered } from "../useRemembered";

/** What is said of a step: where, what, to which torque, and what to beware of. */
export const spoken = (step: Schemas["PacketStep"]): string =>
  [step.placeSpoken, step.title, step.torque?.words, ...step.cautions]
    .filter((words): words is string => Boolean(words))
    .map((words) => words.replace(/lbf·ft/g, "pound-force feet").replace(/[.\s]+$/, ""))
    .join(". ");

/** What is said of a card: what may be folded together in one breath, what can kill with its cautions. */
export const spokenCard = (
  steps: readonly Schemas["PacketStep"][],
  critical: Record<string, string>,
): string => steps.map((s) => (critical[s.key] === undefined ? s.title : spoken(s))).join(". ");

/**
 * Reads what is next aloud, where the browser can and whoever works has asked for it: remembered for them. Gloves on,
 * head under the trailer, nobody reads a screen.
 */
export function useAloud(words: string) {
  const can = "speechSynthesis" in window;
  const [kept, set] = useRemembered("aloud");
  const on = kept === "on";
  useEffect(() => {
    if (!can || !on || words === "") return;
    // What was being said is of a step that is done.
    window.speechSynthesis.cancel();
    window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
    return () => window.speechSynthesis.cancel();
  }, [can, on, words]);
  return {
    can,
    on,
    set: (now: boolean) => set(now ? "on" : "off"),
  };
}
