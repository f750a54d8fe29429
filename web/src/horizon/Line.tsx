import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import { Button } from "react-aria-components/Button";
import { VisuallyHidden } from "react-aria-components/VisuallyHidden";
import styled from "styled-components";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { inALine } from "../api/words";
import { GearGlyph } from "../gearplan/GearGlyph";
import { VerdictWord } from "../ui/Verdict";
import { DueMark } from "./DueMark";
import { Marks } from "./Marks";
import { BEFORE, bracket, dayShort, type Scale, tabs } from "./timeline";

type Row = Schemas["HorizonLine"];
type Visit = Schemas["VisitOnLine"];

/** How high a line is. */
export const LINE = 70;
export const NAMES = 246;
const BAR = 28;
/** Weeks wider than this show their days. */
const DAYS_SHOW = 60;
/** From this width on a tab says what is done. */
const TELLING = 100;

const Named = styled.div`
  position: sticky;
  left: 0;
  z-index: 3;
  width: var(--names);
  height: ${LINE}px;
  display: grid;
  grid-template-columns: 116px minmax(0, 1fr);
  gap: 4px 10px;
  align-items: center;
  padding-right: 8px;
  background: var(--ground);
  border-top: 1px solid var(--hair);
  border-right: 1px solid var(--hair);
  a {
    font:
      600 19px/1.15 "Barlow Semi Condensed",
      sans-serif;
  }
  p {
    font-size: 14px;
    line-height: 1.2;
    color: var(--steel);
    overflow: hidden;
    display: -webkit-box;
    -webkit-line-clamp: 2;
    -webkit-box-orient: vertical;
    overflow-wrap: anywhere;
  }
  @media (max-width: 640px) {
    grid-template-columns: minmax(0, 1fr);
    & > svg {
      display: none;
    }
  }
`;

const Open = styled(Button)`
  min-width: 28px;
  min-height: 26px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--steel);
  cursor: pointer;
  &[data-focus-visible] {
    outline: 3px solid var(--working);
  }
`;

const Drawn = styled.svg`
  position: absolute;
  left: var(--names);
  top: 0;
  pointer-events: none;
  border-top: 1px solid var(--hair);
  overflow: visible;
`;

/** How a visit looks: a flag planted in its week, full where it was accepted; words fly from it, and last as long as they need. */
export const flag = (state: "proposed" | "accepted" | "none") =>
  state === "accepted"
    ? "border-left: 5px solid var(--working); background: var(--tint); color: var(--ink);"
    : state === "none"
      ? `border-left: 9px solid var(--hold); background: var(--raised); color: var(--ink);
         border-image: repeating-linear-gradient(45deg, var(--hold-stripe) 0 5px, var(--hold) 5px 9px) 9;`
      : "border-left: 3px dashed var(--working); background: var(--raised); color: var(--working);";

const Tab = styled.button<{ $state: "proposed" | "accepted" | "none" }>`
  position: absolute;
  top: ${BAR + 4}px;
  height: 36px;
  padding: 0 6px;
  text-align: left;
  overflow: hidden;
  border: 0;
  ${(p) => flag(p.$state)}
  font:
    600 14px/16px "Barlow Semi Condensed",
    sans-serif;
  white-space: nowrap;
  span {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    font-weight: 400;
  }
  cursor: grab;
  touch-action: pan-y;
  z-index: 1;
  &[aria-pressed="true"] {
    outline: 3px solid var(--ink);
    outline-offset: 1px;
    z-index: 2;
  }
`;

const Ghost = styled.span`
  position: absolute;
  top: ${BAR}px;
  bottom: 2px;
  border: 2px solid var(--ink);
  background: var(--tint);
  opacity: 0.8;
  pointer-events: none;
`;

/** When a visit is and how long it takes. */
const whenAndLong = (visit: Visit): string =>
  `${visit.day ? dayShort(visit.day) : "no room"}, ${visit.minutesInWords}`;

/** The weightiest of a visit's work, in a line. */
const work = (visit: Visit): string =>
  inALine(visit.weightiest) +
  (visit.tasks.length > visit.weightiest.length ? ` +${visit.tasks.length - visit.weightiest.length}` : "");

/** What else there is to a visit, for who hears the screen: whose, whether it is sure, and everything that is done. */
const spoken = (row: Row, visit: Visit): string =>
  `${row.tag}, ${visit.booking ? "accepted" : visit.pinned ? "proposed, held there" : "proposed"}, week of ${dayShort(visit.week)}: ${visit.what}${visit.savedInWords ? `, saves ${visit.savedInWords} by sharing` : ""}${visit.doesNotFit ? ", no room in that week" : ""}`;

export interface LineProps {
  row: Row;
  x: Scale;
  width: number;
  whole: number;
  chosen: string | null;
  aim: string | null;
  /** Whether its tasks are shown below it. */
  opened: boolean;
  onOpen: () => void;
  onChoose: (week: string) => void;
  onAim: (week: string, by: number) => void;
  onDrop: () => void;
  onKey: (event: KeyboardEvent, visit: Visit) => void;
}

/** A trailer's line: what falls due as marks with their range, and the visits that take them. */
export function Line({
  row,
  x,
  width,
  whole,
  chosen,
  aim,
  opened,
  onOpen,
  onChoose,
  onAim,
  onDrop,
  onKey,
}: LineProps) {
  const drag = useRef<{ from: number; week: string; by: number } | null>(null);
  const start = (e: PointerEvent<HTMLButtonElement>, visit: Visit) => {
    e.currentTarget.setPointerCapture(e.pointerId);
    drag.current = { from: e.clientX, week: visit.week, by: 0 };
  };
  const move = (e: PointerEvent) => {
    if (!drag.current) return;
    const by = Math.round((e.clientX - drag.current.from) / width);
    if (by !== drag.current.by) {
      drag.current.by = by;
      onAim(drag.current.week, by);
    }
  };
  const end = () => {
    const moved = drag.current?.by ?? 0;
    drag.current = null;
    if (moved !== 0) onDrop();
  };
  const marks = new Map(row.marks.map((m) => [m.id, m]));
  const first = new Map<string, string>();
  for (const v of row.visits) for (const t of v.tasks) if (!first.has(t.id)) first.set(t.id, v.week);
  // Where weeks are wide, a visit stands at its day.
  const standsAt = (v: Visit) => (width > DAYS_SHOW && v.day ? v.day : v.week);
  const placed = tabs(
    row.visits.map((v) => x(standsAt(v))),
    whole,
  );
  return (
    <>
      <Named>
        <GearGlyph glyph={row.glyph} />
        <div style={{ minWidth: 0 }}>
          <Link to={`/yard/trailers/${row.trailerId}`}>{row.tag}</Link>{" "}
          <Open
            aria-expanded={opened}
            aria-label={opened ? `Close the tasks of ${row.tag}` : `Open ${row.tag} to its tasks`}
            onPress={onOpen}
          >
            <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">
              <path
                d={opened ? "M1 3.5 6 9 11 3.5" : "M3.5 1 9 6 3.5 11"}
                fill="none"
                stroke="currentColor"
                strokeWidth="2"
              />
            </svg>
          </Open>{" "}
          {row.onHold && <VerdictWord verdict="hold" />}
          <p title={`${row.name}, ${row.customer}`}>
            {row.openVisit ? "in the bay now" : row.name || row.customer}
          </p>
        </div>
      </Named>
      <Drawn width={whole} height={LINE} aria-hidden="true">
        <rect x={0} y={0} width={BEFORE} height={LINE} fill="var(--tint)" opacity={0.55} />
        {row.visits.map((v, i) => {
          // A mark is where a task falls due next: only the first visit that does it takes that one.
          const takes = v.tasks.filter((t) => first.get(t.id) === v.week);
          const b = bracket(
            x,
            v.week,
            takes.map((t) => marks.get(t.id)?.on ?? v.week),
          );
          const at = width > DAYS_SHOW ? x(standsAt(v)) : b.at + width / 2;
          const { left = at, width: wide = 0 } = placed[i] ?? {};
          const tab = Math.min(left + wide - 8, Math.max(left + 8, at));
          const ends = takes.length > 0 ? `M${b.from} ${BAR - 5}V${BAR}H${b.to}V${BAR - 5}` : "";
          return (
            <g key={v.week} stroke="var(--working)" fill="none" strokeWidth={chosen === v.week ? 2.4 : 1.3}>
              <path d={`${ends}M${at} ${BAR}L${tab} ${BAR + 5}`} />
              {takes.length > 0 && <path d={`M${Math.min(b.from, at)} ${BAR}H${Math.max(b.to, at)}`} />}
            </g>
          );
        })}
        {row.marks.map((m) => (
          <DueMark key={m.id} mark={m} x={x} />
        ))}
      </Drawn>
      <div style={{ position: "absolute", left: "var(--names)", top: 0, height: LINE, width: whole }}>
        <Marks row={row} x={x} onOpen={onOpen} />
        {row.visits.map((v, i) => (
          <Tab
            key={v.week}
            type="button"
            $state={v.booking ? "accepted" : v.doesNotFit ? "none" : "proposed"}
            style={placed[i]}
            title={v.what}
            aria-pressed={chosen === v.week}
            data-visit={`${row.tag} ${v.week}`}
            onClick={() => onChoose(v.week)}
            onPointerDown={(e) => start(e, v)}
            onPointerMove={move}
            onPointerUp={end}
            onPointerCancel={end}
            onKeyDown={(e) => onKey(e, v)}
          >
            {v.pinned && !v.booking ? "▾ " : ""}
            {(placed[i]?.width ?? 0) < TELLING ? (
              <>
                {v.day ? dayShort(v.day) : "no room"}
                <span>{v.minutesInWords}</span>
              </>
            ) : (
              <>
                {whenAndLong(v)}
                <span>{work(v)}</span>
              </>
            )}
            <VisuallyHidden>{spoken(row, v)}</VisuallyHidden>
          </Tab>
        ))}
        {aim && <Ghost style={{ left: x(aim), width: Math.max(14, width) }} />}
      </div>
    </>
  );
}
