import { linkage, type Linkage } from "./linkage";
import { type Drawn, Sheet } from "./Sheet";
import { around, hexagon, polygon } from "./star";

/** The nut from its end: where it was snug, and how far it was turned back. */
export function nutSetting({ degrees = 0, slots = 0 }: Drawn) {
  const turn = (-degrees * Math.PI) / 180;
  const end = { x: 46 * Math.sin(turn), y: -46 * Math.cos(turn) };
  return (
    <Sheet
      viewBox="-110 -60 220 120"
      role="img"
      aria-label={`The nut turned back by ${degrees.toFixed(0)} degrees`}
    >
      <g transform={`rotate(${-degrees})`}>
        <polygon points={polygon(hexagon(64))} strokeWidth={1.6} fill="var(--ground)" />
        {around(slots, 30).map((p, i) => (
          <line key={i} x1={p.x * 0.72} y1={p.y * 0.72} x2={p.x} y2={p.y} strokeWidth={4} className="thin" />
        ))}
      </g>
      <circle r={14} strokeWidth={1.6} className="thin" />
      <line x1={0} y1={-38} x2={0} y2={-54} strokeWidth={1.4} className="thin" />
      <line
        x1={end.x * 0.83}
        y1={end.y * 0.83}
        x2={end.x * 1.17}
        y2={end.y * 1.17}
        strokeWidth={2.4}
        className="main"
      />
      <path
        d={`M 0 -46 A 46 46 0 ${degrees > 180 ? 1 : 0} 0 ${end.x.toFixed(2)} ${end.y.toFixed(2)}`}
        strokeWidth={1.6}
        className="main"
      />
    </Sheet>
  );
}

/** The trailer from above, nose to the left: what each wheel end and the coupler carry, by the size of their spots. */
export function load({ coupler = 0, heavy = 0, light = 0, axles = 1 }: Drawn) {
  const most = Math.max(coupler, heavy, light, 1);
  const r = (pounds: number) => 20 * Math.sqrt(pounds / most);
  const spot = (x: number, y: number, pounds: number) => (
    <g key={`${x} ${y}`}>
      <circle cx={x} cy={y} r={r(pounds)} strokeWidth={1.8} className={pounds === most ? "main" : ""} />
      <text x={x} y={y + 5} fontSize={14} textAnchor="middle">
        {pounds.toFixed(0)}
      </text>
    </g>
  );
  const at = Array.from({ length: axles }, (_, i) => 190 + i * 54);
  return (
    <Sheet
      viewBox={`0 0 ${260 + axles * 54} 150`}
      role="img"
      aria-label="The trailer from above: pounds on the coupler and on each wheel end, the heavier side below"
    >
      <path d={`M 46 75 L 130 40 H ${210 + axles * 54} V 110 H 130 Z`} strokeWidth={1.4} className="thin" />
      {spot(24, 75, coupler)}
      {at.map((x) => spot(x, 22, light))}
      {at.map((x) => spot(x, 128, heavy))}
    </Sheet>
  );
}

/** The trailer from behind and from its left side, leaning and tilting as measured; the crown beside it, grown tenfold. */
export function rideHeight({ lean = 0, tilt = 0, across = 1, along = 1, crown, ...at }: Drawn) {
  const height = ((at.left ?? 0) + (at.right ?? 0)) / 2;
  const all = across * 1.3 + along * 1.1 + (crown === undefined ? 0 : across * 1.2);
  const tall = height * 1.6;
  const width = Math.max(all / 160, 4);
  return (
    <Sheet
      viewBox={`${-across * 0.15} ${-tall} ${all} ${tall * 1.15}`}
      role="img"
      aria-label="The frame from behind and from the side, as it stands"
    >
      <line
        x1={-across * 0.1}
        y1={0}
        x2={all - across * 0.2}
        y2={0}
        strokeWidth={width / 2}
        className="thin"
      />
      <line x1={0} y1={-height - lean / 2} x2={across} y2={-height + lean / 2} strokeWidth={width} />
      <line x1={0} y1={0} x2={0} y2={-height - lean / 2} strokeWidth={width / 2} className="thin" />
      <line x1={across} y1={0} x2={across} y2={-height + lean / 2} strokeWidth={width / 2} className="thin" />
      <g transform={`translate(${across * 1.2} 0)`}>
        <line x1={0} y1={-height - tilt / 2} x2={along} y2={-height + tilt / 2} strokeWidth={width} />
        <line x1={0} y1={0} x2={0} y2={-height - tilt / 2} strokeWidth={width / 2} className="thin" />
        <line x1={along} y1={0} x2={along} y2={-height + tilt / 2} strokeWidth={width / 2} className="thin" />
      </g>
      {crown !== undefined && (
        <g transform={`translate(${across * 1.3 + along} ${-height})`}>
          <path d={`M 0 0 Q ${across / 2} ${-crown * 20} ${across} 0`} strokeWidth={width} className="main" />
          <line x1={0} y1={0} x2={across} y2={0} strokeWidth={width / 3} className="thin" />
        </g>
      )}
    </Sheet>
  );
}

/** One side on its equalizer, to scale: as it is, and as it would be with the other parts. */
export function equalizer({ spacing = 1, spring = 0, centres = 0, drop = 0, depth = 0, ...other }: Drawn) {
  const deepest = Math.max(depth, other.depthnew ?? 0, drop);
  const half = (spacing + spring) / 2 + 2;
  const now = linkage(spacing, spring, centres, drop, depth);
  const then =
    other.depthnew === undefined
      ? null
      : linkage(spacing, spring, other.centresnew ?? centres, other.dropnew ?? drop, other.depthnew);
  return (
    <Sheet
      viewBox={`${-half} -3 ${half * 2} ${deepest + 6}`}
      role="img"
      aria-label="One side of the trailer on its equalizer, to scale"
    >
      <line x1={-half} y1={-1.6} x2={half} y2={-1.6} strokeWidth={0.3} className="thin" />
      <Side of={now} />
      {then && <Side of={then} main />}
      <circle r={0.5} strokeWidth={0.15} fill="var(--ground)" />
    </Sheet>
  );
}

function Side({ of, main = false }: { of: Linkage; main?: boolean }) {
  return (
    <g className={main ? "main" : ""} strokeWidth={0.22}>
      <polygon points={polygon([{ x: 0, y: 0 }, ...of.holes])} className={main ? "main" : ""} />
      {([0, 1] as const).map((i) => {
        const [hanger, eye, hole, axle] = [of.hangers[i], of.eyes[i], of.holes[i], of.axles[i]];
        const line = main ? "main" : "";
        return (
          <g key={i}>
            <line x1={hole.x} y1={hole.y} x2={eye.x} y2={eye.y} className={line} />
            <line x1={hanger.x} y1={hanger.y} x2={eye.x} y2={eye.y} className={line} strokeWidth={0.4} />
            <circle cx={axle.x} cy={axle.y} r={1.1} className={line} fill="var(--ground)" />
            <circle cx={hanger.x} cy={hanger.y} r={0.4} className="thin" />
          </g>
        );
      })}
    </g>
  );
}

/** What a wheel end takes, beside a cartridge, all to the same scale. */
export function grease({ inner = 0, outer = 0, cavity = 0, cartridge = 1 }: Drawn) {
  const parts = [inner, outer, cavity];
  const all = parts.reduce((a, b) => a + b, 0);
  const scale = 300 / Math.max(all, cartridge);
  const starts = parts.map((_, i) => parts.slice(0, i).reduce((a, b) => a + b, 0) * scale);
  return (
    <Sheet
      viewBox="0 0 330 120"
      role="img"
      aria-label="Grease for the inner bearing, the outer and the hub in a row, above one cartridge"
    >
      {parts.map((p, i) => (
        <g key={i}>
          <rect
            x={10 + (starts[i] ?? 0)}
            y={8}
            width={p * scale}
            height={34}
            strokeWidth={1.8}
            className="main"
          />
          <text x={14 + (starts[i] ?? 0)} y={58} fontSize={13}>
            {["inner", "outer", "hub"][i]}
          </text>
        </g>
      ))}
      <rect x={10} y={70} width={cartridge * scale} height={30} rx={4} strokeWidth={1.8} />
      <text x={16} y={90} fontSize={13}>
        a cartridge
      </text>
    </Sheet>
  );
}

/** How a life falls with its load: the power of ten thirds, from half the load to twice it. */
export function life({ load: pounds = 1, miles = 0, overload = 0 }: Drawn) {
  const x = (share: number) => 20 + (share - 0.75) * 200;
  const y = (share: number) => 140 - 52 * share ** (-10 / 3);
  const points = Array.from({ length: 60 }, (_, i) => 0.76 + i * 0.02).map((s) => ({ x: x(s), y: y(s) }));
  const marked = [1, overload / pounds].filter((s) => s >= 0.76 && s <= 1.95);
  return (
    <Sheet
      viewBox="0 0 300 165"
      role="img"
      aria-label="Life against load: a little more load takes much life"
    >
      <line x1={20} y1={140} x2={280} y2={140} strokeWidth={1} className="thin" />
      <line x1={20} y1={10} x2={20} y2={140} strokeWidth={1} className="thin" />
      <polyline points={polygon(points)} strokeWidth={2} />
      {marked.map((s, i) => (
        <g key={i}>
          <line x1={x(s)} y1={140} x2={x(s)} y2={y(s)} strokeWidth={1} className="thin" />
          <circle cx={x(s)} cy={y(s)} r={4} strokeWidth={2} className="main" fill="var(--ground)" />
          <text x={x(s)} y={156} fontSize={13} textAnchor="middle">
            {(pounds * s).toFixed(0)} lb
          </text>
          <text x={x(s) + 8} y={y(s) - 4} fontSize={13}>
            {Math.round((miles * s ** (-10 / 3)) / 1000)}k mi
          </text>
        </g>
      ))}
    </Sheet>
  );
}

/** Two visits as two bars, and the one they merge into below: what both open is drawn once. */
export function merged({ first = 1, second = 1, shared = 0 }: Drawn) {
  const scale = 300 / (first + second);
  const bar = (from: number, to: number, y: number, name: string) => (
    <rect
      key={name}
      x={10 + from * scale}
      y={y}
      width={(to - from) * scale}
      height={26}
      strokeWidth={1.8}
      className={name}
    />
  );
  return (
    <Sheet viewBox="0 0 320 90" role="img" aria-label="The two visits one after the other, and merged below">
      {bar(0, first, 6, "")}
      {bar(first, first + second, 6, "main")}
      {bar(0, first, 50, "")}
      {bar(first, first + second - shared, 50, "main")}
      <text x={14 + (first + second - shared) * scale} y={69} fontSize={14}>
        {shared.toFixed(0)} min less
      </text>
    </Sheet>
  );
}

/** A rule with inches above and millimetres below, and how far the figure reaches on both. */
export function rule({ millimetres }: Drawn) {
  if (!millimetres) return null;
  const shown = Math.max(25.4, millimetres * 1.15);
  const scale = 300 / shown;
  const inch = 25.4 * scale;
  // Sixteenths while they can be told apart, then whole inches; single millimetres, then tens.
  const parts = inch > 60 ? 16 : inch > 14 ? 4 : 1;
  const step = scale > 2.5 ? 1 : scale > 0.3 ? 10 : 100;
  const inches = Array.from({ length: Math.floor((shown / 25.4) * parts) + 1 }, (_, i) => i / parts);
  const metric = Array.from({ length: Math.floor(shown / step) + 1 }, (_, i) => i * step);
  return inches.length > 400 ? null : (
    <Sheet
      viewBox="-6 0 318 84"
      role="img"
      aria-label="The length on a rule, inches above and millimetres below"
    >
      <rect x={0} y={20} width={300} height={44} strokeWidth={1.2} className="thin" />
      <rect x={0} y={38} width={millimetres * scale} height={8} strokeWidth={1.6} className="main" />
      {inches.map((i) => (
        <line
          key={i}
          x1={i * inch}
          y1={20}
          x2={i * inch}
          y2={i % 1 === 0 ? 34 : i % 0.25 === 0 ? 30 : 26}
          strokeWidth={0.8}
        />
      ))}
      {metric.map((m) => (
        <line
          key={m}
          x1={m * scale}
          y1={64}
          x2={m * scale}
          y2={m % (step * 10) === 0 ? 50 : m % (step * 5) === 0 ? 54 : 58}
          strokeWidth={0.8}
        />
      ))}
      <text x={0} y={15} fontSize={12}>
        in
      </text>
      <text x={0} y={79} fontSize={12}>
        mm
      </text>
    </Sheet>
  );
}

/** The seventeen signs in their places: the ninth checks the others, the tenth is the year; what is likely wrong is marked. */
export function number(d: Drawn) {
  const signs = Array.from({ length: 17 }, (_, i) => d[`sign${i + 1}`]);
  return signs.includes(undefined) ? null : (
    <Sheet viewBox="0 0 350 66" role="img" aria-label="The seventeen signs of the number, in their places">
      {signs.map((code, i) => (
        <g key={i}>
          <rect
            x={5 + i * 20}
            y={8}
            width={17}
            height={26}
            strokeWidth={d[`wrong${i + 1}`] ? 2.6 : 1.1}
            className={d[`wrong${i + 1}`] ? "main" : "thin"}
          />
          <text x={13.5 + i * 20} y={27} fontSize={17} textAnchor="middle">
            {String.fromCharCode(code ?? 32)}
          </text>
        </g>
      ))}
      <text x={5} y={52} fontSize={12}>
        maker
      </text>
      <text x={173} y={52} fontSize={12} textAnchor="middle">
        check
      </text>
      <text x={194} y={64} fontSize={12} textAnchor="middle">
        year
      </text>
    </Sheet>
  );
}
