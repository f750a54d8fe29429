import { curveStepAfter, line } from "d3-shape";
import type { Schemas } from "../api/client";
import { drawEvidence, HEIGHT, type Spot, styleOf, WIDTH } from "./drawEvidence";

// So wide a mark's name is at most.
const NAME = 115;

/** Figures with axes, lines, dots and marks: what a card of evidence is drawn as. */
export function EvidenceFigure({ plot }: { plot: Schemas["EvidencePlot"] }) {
  const drawn = drawEvidence(plot);
  const { x, y, box } = drawn;
  // Where the next mark, or the edge, leaves a name no room to the right, it stands to the left.
  const isTight = (i: number) => {
    const next = drawn.upright[i + 1];
    return (next ? x(next.at) : box.right) - x(drawn.upright[i]?.at ?? 0) < NAME;
  };
  const path = (steps: boolean, points: readonly Spot[]) => {
    const of = line<Spot>(
      (p) => x(p.x),
      (p) => y(p.y),
    );
    return (steps ? of.curve(curveStepAfter) : of)([...points]) ?? "";
  };
  return (
    <>
      {drawn.band && (
        <rect
          x={x(drawn.band.from)}
          y={box.top}
          width={Math.max(1, x(drawn.band.to) - x(drawn.band.from))}
          height={box.bottom - box.top}
          fill="var(--tint)"
        />
      )}
      {y.ticks(4).map((tick) => (
        <g key={tick}>
          <path d={`M${box.left} ${y(tick)}H${box.right}`} stroke="var(--hair)" />
          <text x={box.left - 8} y={y(tick) + 4} textAnchor="end" fill="var(--steel)">
            {tick.toLocaleString("en")}
          </text>
        </g>
      ))}
      {x.ticks(6).map((tick) => (
        <text key={tick} x={x(tick)} y={box.bottom + 17} textAnchor="middle" fill="var(--steel)">
          {tick.toLocaleString("en")}
        </text>
      ))}
      <path d={`M${box.left} ${box.bottom}H${box.right}`} stroke="var(--ink)" />
      <text x={box.right} y={HEIGHT - 4} textAnchor="end" fill="var(--ink)">
        {plot.across}
      </text>
      <text x={0} y={12} fill="var(--ink)">
        {plot.up}
      </text>
      {drawn.lines.map((series, i) => (
        <path
          key={series.name}
          d={path(series.shape === "steps", series.points)}
          fill="none"
          stroke={styleOf(i).ink}
          strokeWidth={styleOf(i).width}
          strokeDasharray={styleOf(i).dash}
        />
      ))}
      {drawn.dots.map((p, i) => (
        <g key={i}>
          {typeof p.low === "number" && typeof p.high === "number" && (
            <path d={`M${x(p.x)} ${y(p.low)}V${y(p.high)}`} stroke="var(--working)" strokeWidth={1.5} />
          )}
          <circle
            cx={x(p.x)}
            cy={y(p.y)}
            r={p.name ? 6 : 4}
            fill={p.name ? "var(--ink)" : "var(--working)"}
            fillOpacity={p.name ? 1 : 0.55}
          />
          {p.name && (
            <text
              x={x(p.x) + (x(p.x) > WIDTH / 2 ? -10 : 10)}
              // Names beside each other stand above and below by turns.
              y={i % 2 === 0 ? Math.max(box.top + 10, y(p.y) - 8) : y(p.y) + 17}
              textAnchor={x(p.x) > WIDTH / 2 ? "end" : "start"}
              fill="var(--ink)"
            >
              {p.name}
            </text>
          )}
        </g>
      ))}
      {drawn.upright.map((mark, i) => (
        <g key={mark.name}>
          <path d={`M${x(mark.at)} ${box.top}V${box.bottom}`} stroke="var(--ink)" strokeDasharray="3 4" />
          <text
            x={x(mark.at) + (isTight(i) ? -6 : 6)}
            y={box.top + 12}
            textAnchor={isTight(i) ? "end" : "start"}
            fill="var(--ink)"
          >
            {mark.name}
          </text>
        </g>
      ))}
      {drawn.lying.map((mark) => (
        <g key={mark.name}>
          <path d={`M${box.left} ${y(mark.at)}H${box.right}`} stroke="var(--ink)" strokeDasharray="3 4" />
          <text x={box.right} y={y(mark.at) - 5} textAnchor="end" fill="var(--ink)">
            {mark.name}
          </text>
        </g>
      ))}
    </>
  );
}
