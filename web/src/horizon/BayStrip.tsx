import styled from "styled-components";
import type { Schemas } from "../api/client";
import { BEFORE, dayShort, share } from "./timeline";

const HEIGHT = 54;

// A week far over what is open is drawn no higher than this many times a full one, and cut: the others would look
// empty beside it.
const MOST = 1.6;

const Strip = styled.svg`
  display: block;
  background: var(--ground);
  text {
    fill: var(--steel);
    font-size: 12px;
  }
`;

/** The bays below the lines: hours accepted and proposed against hours open, week by week. */
export function BayStrip({ weeks, width }: { weeks: readonly Schemas["BayWeekAnswer"][]; width: number }) {
  const open = Math.max(1, ...weeks.map((w) => w.open));
  const most = Math.min(MOST * open, Math.max(open, ...weeks.map((w) => w.booked + w.proposed)));
  const tall = (hours: number) => share(Math.min(hours, most), most) * HEIGHT;
  const gap = width > 24 ? 3 : 1.5;
  return (
    <Strip
      width={BEFORE + weeks.length * width}
      height={HEIGHT + 24}
      viewBox={`0 -6 ${BEFORE + weeks.length * width} ${HEIGHT + 24}`}
      role="img"
      aria-label={`Bay hours by week. ${weeks
        .slice(0, 8)
        .map((w) => `${dayShort(w.monday)}: ${w.booked + w.proposed} of ${w.open} hours`)
        .join("; ")}`}
    >
      <defs>
        <pattern
          id="proposed"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V5" stroke="var(--working)" strokeWidth="2.2" />
        </pattern>
        <pattern id="over" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" fill="var(--hold-stripe)" />
          <path d="M0 0V7" stroke="var(--hold)" strokeWidth="4" />
        </pattern>
      </defs>
      {weeks.map((w, i) => {
        const x = BEFORE + i * width;
        return (
          <g key={w.monday}>
            <title>
              {`Week of ${dayShort(w.monday)}: ${w.booked} h accepted, ${w.proposed} h proposed, ${w.open} h open` +
                (w.doesNotFit.length > 0 ? `; no room for ${w.doesNotFit.join(", ")}` : "")}
            </title>
            <rect x={x} y={0} width={width} height={HEIGHT} fill="transparent" />
            <rect
              x={x + gap}
              y={HEIGHT - tall(w.booked + w.proposed)}
              width={width - 2 * gap}
              height={tall(w.booked + w.proposed) - tall(w.booked)}
              fill={w.over > 0 ? "url(#over)" : "url(#proposed)"}
            />
            <rect
              x={x + gap}
              y={HEIGHT - tall(w.booked)}
              width={width - 2 * gap}
              height={tall(w.booked)}
              fill="var(--working)"
            />
            {w.booked + w.proposed > most && (
              <path
                d={`M${x + gap - 1} 9l${(width - 2 * gap + 2) / 2} -5l${(width - 2 * gap + 2) / 2} 5`}
                stroke="var(--ground)"
                strokeWidth="2.5"
                fill="none"
              />
            )}
            <path
              d={`M${x} ${HEIGHT - tall(w.open)}h${width}`}
              stroke="var(--ink)"
              strokeWidth={w.open === 0 ? 4 : 1.4}
            />
            {width >= 60 && (
              <text x={x + gap} y={HEIGHT + 14}>
                {Math.round((w.booked + w.proposed) * 10) / 10} of {w.open} h
              </text>
            )}
          </g>
        );
      })}
      <path d={`M${BEFORE} ${HEIGHT}H${BEFORE + weeks.length * width}`} stroke="var(--hair)" />
    </Strip>
  );
}
