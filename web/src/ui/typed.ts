import type { Schemas } from "../api/client";

/** What is typed for a sum, by the entry's code. */
export type Typed = Record<string, string>;

type Entries = readonly Pick<Schemas["Entry"], "code" | "example" | "optional">[];

/** The figures of a sum's own example; what may stay empty does. */
export const usual = (entries: Entries): Typed =>
  Object.fromEntries(entries.map((e) => [e.code, e.optional ? "" : e.example]));

/** What an address says was typed; the example's figures for what it leaves out. */
export function fromAddress(search: string, entries: Entries): Typed {
  const said = new URLSearchParams(search);
  const typed = usual(entries);
  for (const e of entries) typed[e.code] = said.get(e.code) ?? typed[e.code] ?? "";
  return typed;
}

/** The address of what is typed, "?wanted=100&length=18"; what may stay empty and does is left out. */
export function asAddress(typed: Typed, entries: Entries): string {
  const said = new URLSearchParams();
  for (const e of entries) if (typed[e.code] || !e.optional) said.set(e.code, typed[e.code] ?? "");
  return `?${said}`;
}
