import type { Schemas } from "../api/client";
import type { Layout, Tyre } from "./layout";

/** Frame, coupler, axle tubes and springs: what lies under the places. */
export function Ground({ drawn }: { drawn: Layout }) {
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth={2} aria-hidden="true">
      <path d={drawn.frame} strokeLinejoin="round" />
      <circle cx={drawn.coupler.x} cy={drawn.coupler.y} r={9} />
      {drawn.axles.map((axle) => (
        <path key={axle.x} d={`M${axle.x} ${axle.from}V${axle.to}`} strokeWidth={5} />
      ))}
      {drawn.ties.map((d) => (
        <path key={d} d={d} stroke="var(--steel)" strokeWidth={1.5} />
      ))}
      {drawn.springs.map((d) => (
        <path key={d} d={d} stroke="var(--steel)" strokeWidth={3} />
      ))}
    </g>
  );
}

interface TyreProps {
  tyre: Pick<Tyre, "x" | "y" | "width" | "height">;
  used: number | null;
  nearness: Schemas["Nearness"] | null;
  fine?: boolean;
}

/** A tyre from above. Its tread fills from the nose as the interval is used up; overdue, it stands out whole. */
export function TyreShape({ tyre, used, nearness, fine }: TyreProps) {
  const { x, y, width, height } = tyre;
  const share = Math.min(1, Math.max(0, used ?? 0));
  const overdue = nearness === "overdue";
  const corner = fine ? 2 : 7;
  const grooves = fine ? [] : [1, 2, 3, 4, 5, 6];
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx={corner} fill="var(--raised)" stroke="none" />
      <rect
        x={x}
        y={y}
        width={overdue ? width : width * share}
        height={height}
        rx={corner}
        fill={overdue ? "var(--working)" : nearness === "soon" ? "var(--tint-strong)" : "var(--tint)"}
      />
      {grooves.map((n) => (
        <path
          key={n}
          d={`M${x + (width * n) / 7} ${y + 7}V${y + height - 7}`}
          stroke={overdue ? "var(--ground)" : "var(--steel)"}
          strokeOpacity={0.45}
          strokeWidth={1.2}
        />
      ))}
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx={corner}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={fine ? 1 : 2.2}
      />
    </g>
  );
}
