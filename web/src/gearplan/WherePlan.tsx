import { type Drawn, layOut, leastWidth } from "./layout";
import { Ground, TyreShape } from "./Shapes";

/** A trailer's running gear, small, with the one place that is meant. Looked at only. */
export function WherePlan(props: { gear: Drawn; place: string; spoken: string; width?: number }) {
  const { gear, place, spoken, width = 196 } = props;
  const drawn = layOut(gear, leastWidth(gear));
  const scale = width / drawn.width;
  const spot = drawn.spots.find((s) => s.code === place);
  const tyre = drawn.tyres.find((t) => t.code === place);
  const mark = { fill: "var(--working)", stroke: "var(--working)" };
  return (
    <svg
      width={width}
      height={drawn.height * scale}
      viewBox={`0 0 ${drawn.width} ${drawn.height}`}
      role="img"
      aria-label={`Where: ${spoken}`}
    >
      <Ground drawn={drawn} />
      {drawn.tyres.map((t) => (
        <TyreShape key={t.code} tyre={t} used={null} nearness={null} fine />
      ))}
      {tyre ? (
        <rect
          x={tyre.x - 4}
          y={tyre.y - 4}
          width={tyre.width + 8}
          height={tyre.height + 8}
          rx={9}
          {...mark}
        />
      ) : (
        spot && <circle cx={spot.x} cy={spot.y} r={spot.kind === "side" ? 26 : 17} {...mark} />
      )}
    </svg>
  );
}
