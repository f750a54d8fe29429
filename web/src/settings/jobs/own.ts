import type { Schemas } from "../../api/client";

export type Step = Required<Schemas["OwnStep"]>;
export type Gear = Required<Schemas["OwnGear"]>;
/** As the server answers it: with every field. */
export type Job = Omit<Required<Schemas["OwnJob"]>, "steps" | "gear"> & { steps: Step[]; gear: Gear };
export type Opening = Omit<Required<Schemas["OwnOpening"]>, "open" | "close" | "gear"> & {
  open: Step[];
  close: Step[];
  gear: Gear;
};
export type Picks = Schemas["OwnPicks"];

const GEAR: Gear = { brakes: [], suspensions: [], lubrications: [], axles: [] };

/** A step that nothing has been said of yet. @param taken Codes that other steps have. */
export function newStep(taken: readonly string[]): Step {
  let number = taken.length + 1;
  while (taken.includes(`step-${number}`)) number++;
  return {
    code: `step-${number}`,
    title: "",
    minutes: 5,
    detail: "",
    opening: "",
    each: "",
    when: "work",
    cautions: [],
    readings: [],
    tools: [],
    parts: [],
    torque: null,
    photo: "",
    critical: "",
    renews: false,
    optional: false,
  };
}

/**
 * A job that nothing has been said of yet.
 * @param refines Code of a job of ours that it changes; null for a new one.
 */
export function newJob(refines: string | null): Job {
  return {
    code: refines === null ? "" : `refined-${refines}`,
    version: 0,
    name: "",
    at: [],
    opening: refines === null ? "secured" : "",
    steps: refines === null ? [newStep([])] : [],
    refines,
    area: "trailer",
    gear: GEAR,
    owing: [],
    lasts: null,
    countsAs: [],
    notWith: [],
    settles: [],
    skill: null,
    minutes: {},
    leftOut: [],
    retired: false,
  };
}

/** An opening that nothing has been said of yet. */
export function newOpening(): Opening {
  return {
    code: "",
    version: 0,
    name: "",
    at: [],
    needs: ["secured"],
    open: [newStep([])],
    close: [{ ...newStep([]), code: "step-2" }],
    gear: GEAR,
    owing: [],
    retired: false,
  };
}

/** The code that a name makes, another where one has it already: "own-bunk-boards", "own-bunk-boards-2". */
export function codeOf(name: string, taken: readonly string[]): string {
  const words = name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 48)
    .replace(/-+$/, "");
  const code = `own-${words || "work"}`;
  let number = 2;
  let free = code;
  while (taken.includes(free)) free = `${code}-${number++}`;
  return free;
}

const cleanTexts = (texts: readonly string[]) => texts.map((t) => t.trim()).filter((t) => t !== "");

/** Steps without the empty lines that stand in a list while it is typed. */
export const cleanSteps = (steps: readonly Step[]): Step[] =>
  steps.map((s) => ({
    ...s,
    title: s.title.trim(),
    cautions: cleanTexts(s.cautions),
    tools: cleanTexts(s.tools),
  }));

/** What can be picked, as a choice takes it. */
export const optionsOf = (picks: readonly { code: string; name: string }[]) =>
  picks.map((p) => [p.code, p.name] as const);

/** What is wrong with a list, or with the first of its entries that anything is wrong with. */
export const firstOf = (
  problem: (pointer: string) => string | undefined,
  pointer: string,
  list: readonly unknown[],
): string | undefined => problem(pointer) ?? list.map((_, i) => problem(`${pointer}/${i}`)).find((p) => p);

/** How many minutes steps come to. */
export const minutesOf = (steps: readonly { minutes: number }[]) =>
  steps.reduce((sum, s) => sum + s.minutes, 0);
