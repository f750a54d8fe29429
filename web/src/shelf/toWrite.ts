import type { Schemas } from "../api/client";

type Line = Pick<Schemas["ToOrder"], "code" | "orderBy" | "neededOn" | "quantity">;

/** The lines of an order from what was picked: a part that was picked twice, for two dates, is ordered once. */
export function toWrite(
  picked: readonly Line[],
  typed: Readonly<Record<string, string>>,
): { code: string; quantity: string }[] {
  const all = new Map<string, string>();
  for (const line of picked) {
    const amount = typed[`${line.code} ${line.orderBy} ${line.neededOn}`] ?? String(line.quantity);
    const before = all.get(line.code);
    // What can't be read stays as it was typed: the server says what is wrong with it.
    const sum = Number(before ?? "0") + Number(amount);
    all.set(
      line.code,
      before === undefined ? amount : Number.isNaN(sum) ? `${before} ${amount}` : String(sum),
    );
  }
  return [...all].map(([code, quantity]) => ({ code, quantity }));
}
