import type { Schemas } from "../../api/client";
import type { Choices } from "./Intervals";

type Rules = readonly Schemas["RuleAnswer"][];

const ownersOf = (rules: Rules): Rules => rules.filter((rule) => rule.by === "owner");

/** A customer whose trailers the shop looks after fully: what owners usually do, the shop does. */
export const FullCare = {
  /** Whether it is chosen: for each of them. */
  stands: (chosen: Choices, rules: Rules): boolean =>
    ownersOf(rules).every((rule) => chosen[rule.code]?.by === "shop"),

  /** The choices with it, or without; how long work lasts stays as it was chosen. */
  choose: (chosen: Choices, rules: Rules, on: boolean): Choices => {
    const codes = new Set(ownersOf(rules).map((rule) => rule.code));
    const others = Object.entries(chosen).filter(([code]) => !codes.has(code));
    const owners = [...codes].flatMap((code): [string, Schemas["IntervalChoice"]][] => {
      const was = chosen[code] ?? { kept: true, months: null, miles: null };
      const own = !was.kept || was.months !== null || was.miles !== null;
      return on ? [[code, { ...was, by: "shop" }]] : own ? [[code, { ...was, by: null }]] : [];
    });
    return Object.fromEntries([...others, ...owners]);
  },
};
