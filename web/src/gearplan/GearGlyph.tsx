import type { Schemas } from "../api/client";
import { VerdictShape } from "../ui/Verdict";
import { TyreShape } from "./Shapes";

const WIDTH = 116;
const HEIGHT = 46;
const MIDDLE = HEIGHT / 2;

/** The gear plan small enough for a list: the frame, the axles, and tyres that say how near a repack is. */
export function GearGlyph({ glyph: gear }: { glyph: Schemas["Glyph"] }) {
  const by = new Map(gear.marks.map((m) => [m.place, m]));
  const gap = 23;
  const first = 72 - ((gear.axles - 1) * gap) / 2;
  const axles = Array.from({ length: gear.axles }, (_, i) => ({ number: i + 1, x: first + i * gap }));
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      aria-hidden="true"
      style={{ flex: "none" }}
    >
      <g fill="none" stroke="var(--ink)" strokeWidth={1.2}>
        <circle cx={5} cy={MIDDLE} r={2.4} />
        <path d={`M8 ${MIDDLE}L26 ${MIDDLE - 9}H112V${MIDDLE + 9}H26Z`} strokeLinejoin="round" />
        {axles.map((a) => (
          <path key={a.number} d={`M${a.x} 9V${HEIGHT - 9}`} strokeWidth={1.8} />
        ))}
      </g>
      {axles.flatMap((a) =>
        (["left", "right"] as const).map((side) => {
          const mark = by.get(`axle-${a.number}-${side}`);
          const y = side === "left" ? 2 : HEIGHT - 10;
          const bad = mark?.verdict && mark.verdict !== "sound" ? mark.verdict : null;
          return (
            <g key={`${a.number}${side}`}>
              <TyreShape
                tyre={{ x: a.x - 9, y, width: 18, height: 8 }}
                used={mark?.used ?? null}
                nearness={mark?.nearness ?? null}
                fine
              />
              {bad && <VerdictShape verdict={bad} x={a.x} y={y + 4} r={4.2} />}
            </g>
          );
        }),
      )}
    </svg>
  );
}
