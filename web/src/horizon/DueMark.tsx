import type { Schemas } from "../api/client";
import type { Scale } from "./timeline";

/** How far down a line its marks stand. */
const MARKS = 14;

/** A due date: a stem at its day with a foot, its range as a line; overdue full, soon half, later open; a hard one with a cap. What its owner does is a small ring: it calls nobody in. */
export function DueMark({
  mark,
  x,
}: {
  mark: Pick<Schemas["DueMark"], "on" | "early" | "late" | "nearness" | "hard" | "by">;
  x: Scale;
}) {
  const [at, early, late] = [x(mark.on), x(mark.early), x(mark.late)];
  if (mark.by === "owner")
    return (
      <circle cx={at} cy={MARKS + 2} r={4} fill="var(--ground)" stroke="var(--steel)" strokeWidth={1.4} />
    );
  const fill =
    mark.nearness === "overdue"
      ? "var(--ink)"
      : mark.nearness === "soon"
        ? "var(--tint-strong)"
        : "var(--ground)";
  return (
    <g>
      {late - early > 2 && <path d={`M${early} ${MARKS}H${late}`} stroke="var(--steel)" strokeWidth={1.2} />}
      <path
        d={`M${at} ${MARKS + 9}L${at - 5} ${MARKS - 3}H${at + 5}Z`}
        fill={fill}
        stroke="var(--ink)"
        strokeWidth={1.2}
      />
      {mark.hard && <path d={`M${at - 6} ${MARKS - 7}H${at + 6}`} stroke="var(--ink)" strokeWidth={2.6} />}
    </g>
  );
}
