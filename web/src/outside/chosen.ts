import type { Schemas } from "../api/client";

type Asked = Pick<Schemas["CustomersPage"], "lines" | "totals">;
type Spread = Schemas["Spread"];
type Choices = Readonly<Record<string, string>>;

const NONE: Spread = { low: 0, likely: 0, high: 0 };

/** What the whole visit comes to by what is chosen: work done together costs less than its parts. */
export function total({ lines, totals }: Asked, choices: Choices): Spread {
  const at = lines.reduce((sum, line, i) => sum + (choices[line.key] === "yes" ? 1 << i : 0), 0);
  return totals[at] ?? NONE;
}

/** What one line alone adds to what is done anyway. */
export function extra({ totals }: Asked, line: number): Spread {
  const none = totals[0] ?? NONE;
  const all = totals[1 << line] ?? NONE;
  const likely = all.likely - none.likely;
  return {
    low: Math.min(all.low - none.low, likely),
    likely,
    high: Math.max(all.high - none.high, likely),
  };
}

/** How many lines nobody has said yes or no to. */
export const left = (lines: Asked["lines"], choices: Choices): number =>
  lines.filter((line) => !choices[line.key]).length;
