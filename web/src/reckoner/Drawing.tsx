import type { ReactNode } from "react";
import { equalizer, grease, life, load, merged, number, nutSetting, rideHeight, rule } from "./moreDrawings";
import { type Drawn, ROUND, Sheet } from "./Sheet";
import { around, hexagon, polygon } from "./star";

/** A small drawing of a sum, true to the figures given; nothing for a sum that has none. */
export function Drawing({ code, drawn }: { code: string; drawn: Drawn }) {
  const draw = DRAWINGS[code];
  return draw ? <>{draw(drawn)}</> : null;
}

// Each in the measures of what it draws; the view box does the scaling.
const DRAWINGS: Record<string, (d: Drawn) => ReactNode> = {
  wrench,
  "brake-circuit": circuit,
  tyre,
  "nut-sizes": nut,
  "nut-setting": nutSetting,
  load,
  "ride-height": rideHeight,
  equalizer,
  grease,
  "rating-life": life,
  together: merged,
  units: rule,
  "vehicle-number": number,
};

function wrench({ length = 0, extension = 0, nuts = 0, ...order }: Drawn) {
  const all = length + Math.max(0, extension);
  const unit = all / 60;
  const nut = length + extension;
  const circle = around(nuts, unit * 7);
  const turns = circle.map((_, i) => order[`order${i + 1}`] ?? i + 1);
  const path = turns.flatMap((t) => circle[t - 1] ?? []);
  return (
    <Sheet
      viewBox={`${-unit * 2} ${-unit * 12} ${all + unit * 26} ${unit * 24}`}
      role="img"
      aria-label="The wrench with its extension, to scale, and the nuts as they lie"
    >
      <line x1={0} y1={0} x2={length} y2={0} strokeWidth={unit * 1.4} />
      <circle cx={length} cy={0} r={unit * 1.2} strokeWidth={unit / 2} fill="var(--ground)" />
      <line x1={length} y1={0} x2={nut} y2={0} strokeWidth={unit * 0.9} className="main" />
      <polygon
        points={polygon(hexagon(unit * 3).map((p) => ({ x: p.x + nut, y: p.y })))}
        strokeWidth={unit / 3}
        fill="var(--ground)"
      />
      <g transform={`translate(${all + unit * 14} 0)`}>
        <polyline points={polygon(path)} strokeWidth={unit / 6} className="thin" />
        {circle.map((p, i) => (
          <g key={i}>
            <circle
              cx={p.x}
              cy={p.y}
              r={unit * 1.7}
              strokeWidth={unit / 4}
              fill="var(--ground)"
              className="turn"
              style={{ animationDelay: `${(turns.indexOf(i + 1) * ROUND) / nuts}s` }}
            />
            <text x={p.x} y={p.y + unit * 0.75} fontSize={unit * 2.1} textAnchor="middle">
              {i + 1}
            </text>
          </g>
        ))}
      </g>
    </Sheet>
  );
}

function circuit(d: Drawn) {
  const axles = Array.from({ length: d.axles ?? 0 }, (_, i) => i + 1);
  const width = 120 + axles.length * 120;
  return (
    <Sheet
      viewBox={`0 0 ${width} 150`}
      role="img"
      aria-label="The circuit: the controller, the wire, and the two magnets of each axle"
    >
      <rect x={8} y={50} width={60} height={40} strokeWidth={2} />
      <text x={38} y={76} fontSize={17} textAnchor="middle">
        {(d.volts ?? 0).toFixed(0)} V
      </text>
      <line
        x1={68}
        y1={70}
        x2={120 + (axles.length - 1) * 120 + 40}
        y2={70}
        strokeWidth={2.5}
        className="main"
      />
      {axles.map((a) => {
        const x = 40 + a * 120;
        return (
          <g key={a}>
            <line x1={x} y1={32} x2={x} y2={108} strokeWidth={2} className="main" />
            <circle cx={x} cy={24} r={11} strokeWidth={2} />
            <circle cx={x} cy={116} r={11} strokeWidth={2} />
            <text x={x + 16} y={62} fontSize={15}>
              {(d[`volts${a}`] ?? 0).toFixed(1)} V
            </text>
            <text x={x + 16} y={92} fontSize={15}>
              {(d[`amperes${a}`] ?? 0).toFixed(1)} A
            </text>
            <text x={x} y={146} fontSize={14} textAnchor="middle">
              axle {a}
            </text>
          </g>
        );
      })}
    </Sheet>
  );
}

function tyre({ diameter = 1, width = 0, rim = 0 }: Drawn) {
  const r = diameter / 2;
  return (
    <Sheet
      viewBox={`${-r * 1.05} ${-r * 1.05} ${diameter * 1.2 + width} ${diameter * 1.05}`}
      role="img"
      aria-label="The tyre from the side and from behind, to scale"
    >
      <circle r={r} strokeWidth={diameter / 120} />
      <circle r={rim / 2} strokeWidth={diameter / 160} className="thin" />
      <rect x={r * 1.2} y={-r} width={width} height={diameter} rx={width / 5} strokeWidth={diameter / 120} />
    </Sheet>
  );
}

function nut({ flats = 1, thread = 0 }: Drawn) {
  return (
    <Sheet
      viewBox={`${-flats} ${-flats * 0.65} ${flats * 2} ${flats * 1.3}`}
      role="img"
      aria-label="The nut on its thread, to scale"
    >
      <polygon points={polygon(hexagon(flats))} strokeWidth={flats / 60} />
      <circle r={thread / 2} strokeWidth={flats / 80} className="thin" />
    </Sheet>
  );
}
