import type { Schemas } from "../../api/client";

type Need = Schemas["PartNeed"];

/** Parts and consumables of a whole packet, like ones added up, in the order they are first needed. */
export function toTake(steps: readonly Pick<Schemas["PacketStep"], "parts">[]): Need[] {
  const all = new Map<string, Need>();
  for (const need of steps.flatMap((s) => s.parts)) {
    const there = all.get(need.name);
    all.set(need.name, there ? { ...there, quantity: there.quantity + need.quantity } : { ...need });
  }
  return [...all.values()];
}

/** The need that something scanned or typed means: by a part's code, by its name, or by the only need that begins like it. */
export function partFor(
  typed: string,
  needs: readonly Need[],
  parts: readonly Pick<Schemas["KnownPart"], "code" | "name">[],
): { need?: Need; problem?: string } {
  const text = typed.trim().toLowerCase();
  if (!text) return { problem: "Scan a label, or type what it is." };
  const name = parts.find((p) => p.code.toLowerCase() === text)?.name.toLowerCase() ?? text;
  const means = (n: Need) => [n.name, ...(n.oneOf ?? [])].map((m) => m.toLowerCase());
  const exact = needs.find((n) => means(n).includes(name));
  if (exact) return { need: exact };
  const like = needs.filter((n) => means(n).some((m) => m.startsWith(name)));
  if (like.length === 1 && like[0]) return { need: like[0] };
  if (like.length > 1)
    return { problem: `“${typed.trim()}” could be ${like.length} of these: type a little more.` };
  return {
    problem: parts.some((p) => p.name.toLowerCase() === name)
      ? `This visit does not need ${name}.`
      : `No part here has the code or name “${typed.trim()}”.`,
  };
}
