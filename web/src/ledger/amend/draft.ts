import type { Schemas } from "../../api/client";
import { readNumber } from "../../api/numbers";

/** What of a closed visit can be put right. */
export const WHATS = ["figure", "finding", "part", "time", "day", "work"] as const;

export type What = (typeof WHATS)[number];

/** The fields of putting something right; each kind of thing has some of them. */
export interface Edit {
  /** Why. */
  text: string;
  /** It was never so: it is struck. */
  struck: boolean;
  place: string;
  /** Of a figure: what was measured, and the figure. */
  kind: string;
  typed: string;
  /** Of a finding. */
  subject: Schemas["Subject"];
  rule: string;
  which: string;
  damage: string;
  note: string;
  mended: string;
  /** Of a part. */
  name: string;
  quantity: string;
  unit: string;
  /** Of a step's time. */
  minutes: string;
  /** Of a day. */
  on: string;
  /** Of work: the job's code. */
  job: string;
}

const NOTHING: Edit = {
  text: "",
  struck: false,
  place: "",
  kind: "",
  typed: "",
  subject: "grease",
  rule: "",
  which: "",
  damage: "",
  note: "",
  mended: "",
  name: "",
  quantity: "",
  unit: "piece",
  minutes: "",
  on: "",
  job: "",
};

/** A remark: nothing of the visit changes by it. */
export const remark = (text: string): Schemas["AmendmentDraft"] => ({
  text,
  figure: null,
  finding: null,
  part: null,
  time: null,
  day: null,
  work: null,
});

/** A job at its place as an address has it, and back. */
export const jobKey = (at: { job: string; place: string }): string => `${at.job}@${at.place}`;

const jobAt = (key: string | null) => {
  const [job = "", place = ""] = (key ?? "").split("@");
  return key ? { job, place } : null;
};

/** How the fields stand at first: as it stands on record, or empty for what is missing there. */
export function startOf(visit: Schemas["VisitAnswer"], what: What, of: string | null): Edit {
  const { state } = visit;
  const first = { ...NOTHING, place: visit.places[0]?.code ?? "", kind: visit.readingsAsked[0]?.code ?? "" };
  switch (what) {
    case "figure": {
      const figure = state.readings.find((r) => r.id === of);
      return figure ? { ...first, place: figure.place, kind: figure.kind, typed: figure.typed } : first;
    }
    case "finding": {
      const found = state.findings.find((f) => f.id === of);
      return found
        ? {
            ...first,
            place: found.place,
            subject: found.subject,
            rule: found.ruleCode,
            which: found.which,
            damage: found.damageCode ?? "",
            note: found.note,
            mended: found.mended ?? "",
          }
        : first;
    }
    case "part": {
      const part = state.parts.find((p) => p.id === of);
      return part
        ? { ...first, place: part.place, name: part.name, quantity: `${part.quantity}`, unit: part.unit }
        : { ...first, quantity: "1" };
    }
    case "time": {
      const seconds = state.entries.find((e) => e.id === of)?.seconds;
      return { ...first, minutes: seconds ? minutesOf(seconds) : "" };
    }
    case "work":
      return { ...first, ...jobAt(of) };
    case "day":
      return { ...first, on: (state.closedAt ?? visit.openedAt).slice(0, 10) };
  }
}

/** Minutes of so many seconds, to the tenth. */
export const minutesOf = (seconds: number): string => `${Math.round(seconds / 6) / 10}`;

/** Whether enough is typed for it to be tried. */
export const isWhole = (what: What, edit: Edit): boolean =>
  edit.struck ||
  {
    figure: edit.typed.trim() !== "",
    finding: edit.rule !== "",
    part: edit.name.trim() !== "" && readNumber(edit.quantity) !== null,
    time: readNumber(edit.minutes) !== null,
    day: edit.on !== "",
    work: edit.job !== "",
  }[what];

/** What is sent. */
export function draftOf(what: What, of: string | null, edit: Edit): Schemas["AmendmentDraft"] {
  const body = remark(edit.text);
  switch (what) {
    case "figure":
      return {
        ...body,
        figure: { of, kind: edit.kind, place: edit.place, typed: edit.struck ? null : edit.typed },
      };
    case "finding":
      return {
        ...body,
        finding: {
          of,
          place: edit.place,
          ruleCode: edit.struck ? null : edit.rule,
          note: edit.note,
          which: edit.which,
          damage: edit.damage || null,
          mended: edit.mended,
        },
      };
    case "part":
      return {
        ...body,
        part: {
          of,
          now: edit.struck
            ? null
            : {
                place: edit.place,
                name: edit.name,
                quantity: readNumber(edit.quantity) ?? 0,
                unit: edit.unit,
              },
        },
      };
    case "time":
      return { ...body, time: { of: of ?? "", minutes: readNumber(edit.minutes) ?? 0 } };
    case "work":
      return {
        ...body,
        work: { was: jobAt(of), now: edit.struck ? null : { job: edit.job, place: edit.place } },
      };
    case "day":
      return { ...body, day: { on: edit.on } };
  }
}
