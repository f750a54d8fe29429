import type { Schemas } from "../api/client";

/** What the drawing follows from. */
export interface Drawn {
  axles: number;
  suspension: Schemas["SuspensionKind"];
  brake: Schemas["BrakeKind"];
}

/** A place on the drawing: its code and its centre. */
export interface Spot {
  code: string;
  kind: Schemas["PlaceKind"];
  x: number;
  y: number;
}

/** A tyre: the wheel end's code and its rectangle. */
export interface Tyre {
  code: string;
  axle: number;
  side: "left" | "right";
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Everything needed to draw a running gear from above, nose to the left. Units are the drawing's own, about a screen pixel. */
export interface Layout {
  width: number;
  height: number;
  tyres: Tyre[];
  spots: Spot[];
  /** Axle tubes: x, from y to y. */
  axles: { x: number; from: number; to: number }[];
  /** Springs as paths. */
  springs: string[];
  /** Hangers, and what ties springs to them and to each other, as paths. */
  ties: string[];
  /** The frame as a path, and where the coupler sits. */
  frame: string;
  coupler: { x: number; y: number };
}

/** Sizes of the drawing, chosen so that neighbouring places stand at least a fingertip's 26 apart. */
const TYRE = { width: 104, height: 44 };
const AXLE_GAP = 176;
const EYE = 61;
const HANGER = 90;
const SPRING_SEAT = 24;
const MARGIN = { top: 27, edge: 12, nose: 96 };
const BRAKE_DROP = 26;
const SPRING_DROP = 54;
const FRAME_DROP = 72;
const FRAME_WIDTH = 54;

/** Least width on which every place can be touched. */
export const leastWidth = (gear: Drawn): number =>
  MARGIN.nose +
  (gear.axles - 1) * AXLE_GAP +
  2 * (gear.suspension === "torsion" ? TYRE.width / 2 + 10 : HANGER + 16) +
  MARGIN.edge;

/** Lays a running gear out on a given width; narrower than its least width it is laid out on that. */
export function layOut(gear: Drawn, wanted: number): Layout {
  const width = Math.max(wanted, leastWidth(gear));
  const height = 2 * (MARGIN.top + TYRE.height + FRAME_DROP) + FRAME_WIDTH;
  const middle = height / 2;
  const span = (gear.axles - 1) * AXLE_GAP;
  const reach = gear.suspension === "torsion" ? TYRE.width / 2 + 10 : HANGER + 16;
  // A little behind the middle, as trailers carry their axles, but never off the paper.
  const first = Math.min(
    Math.max(MARGIN.nose + reach, width * 0.56 - span / 2),
    width - MARGIN.edge - reach - span,
  );
  const at = (axle: number) => first + (axle - 1) * AXLE_GAP;

  const drawn: Layout = {
    width,
    height,
    tyres: [],
    spots: [],
    axles: [],
    springs: [],
    ties: [],
    frame: framePath(width, middle, first),
    coupler: { x: 16, y: middle },
  };
  drawn.spots.push({ code: "trailer", kind: "trailer", ...drawn.coupler });
  for (let axle = 1; axle <= gear.axles; axle++) {
    drawn.axles.push({ x: at(axle), from: MARGIN.top + TYRE.height, to: height - MARGIN.top - TYRE.height });
    drawn.spots.push({ code: `axle-${axle}`, kind: "axle", x: at(axle), y: middle });
  }
  for (const side of ["left", "right"] as const) layOutSide(drawn, gear, side, at);
  return drawn;
}

function layOutSide(drawn: Layout, gear: Drawn, side: "left" | "right", at: (axle: number) => number): void {
  const outer = side === "left" ? MARGIN.top : drawn.height - MARGIN.top;
  const inward = side === "left" ? 1 : -1;
  const level = (drop: number) => outer + inward * drop;
  const springs = gear.suspension !== "torsion";
  const spring = level(TYRE.height + SPRING_DROP);
  const frame = level(TYRE.height + FRAME_DROP);
  const spot = (code: string, kind: Spot["kind"], x: number, y: number) =>
    drawn.spots.push({ code, kind, x, y });

  // The nose leaves room for the sides themselves.
  spot(side, "side", 40, level(TYRE.height + 24));
  for (let axle = 1; axle <= gear.axles; axle++) {
    const x = at(axle);
    const code = `axle-${axle}-${side}`;
    drawn.tyres.push({
      code,
      axle,
      side,
      x: x - TYRE.width / 2,
      y: side === "left" ? outer : outer - TYRE.height,
      width: TYRE.width,
      height: TYRE.height,
    });
    spot(code, "wheelEnd", x, level(TYRE.height / 2));
    if (gear.brake !== "none") spot(`${code}-brake`, "brake", x, level(TYRE.height + BRAKE_DROP - 8));
    if (!springs) continue;
    drawn.springs.push(`M${x - EYE} ${spring}Q${x} ${spring - inward * 14} ${x + EYE} ${spring}`);
    spot(`${code}-front-eye`, "frontEye", x - EYE, spring);
    spot(`${code}-spring`, "spring", x - SPRING_SEAT, level(TYRE.height + SPRING_DROP - 5));
    spot(`${code}-u-bolts`, "uBolts", x + SPRING_SEAT, level(TYRE.height + SPRING_DROP - 5));
    spot(`${code}-rear-eye`, "rearEye", x + EYE, spring);
    if (axle < gear.axles) {
      spot(`equalizer-${axle}-${side}`, "equalizer", x + AXLE_GAP / 2, spring);
      drawn.ties.push(`M${x + EYE} ${spring}H${x + AXLE_GAP - EYE}M${x + AXLE_GAP / 2} ${spring}V${frame}`);
    }
  }
  if (springs) {
    drawn.ties.push(`M${at(1) - EYE} ${spring}H${at(1) - HANGER}V${frame}`);
    drawn.ties.push(`M${at(gear.axles) + EYE} ${spring}H${at(gear.axles) + HANGER}V${frame}`);
    spot(`front-hanger-${side}`, "frontHanger", at(1) - HANGER, spring);
    spot(`rear-hanger-${side}`, "rearHanger", at(gear.axles) + HANGER, spring);
  }
}

function framePath(width: number, middle: number, firstAxle: number): string {
  const half = FRAME_WIDTH / 2;
  const shoulder = Math.max(70, Math.min(firstAxle - 40, width * 0.24));
  const tail = width - MARGIN.edge;
  return `M25 ${middle}L${shoulder} ${middle - half}H${tail}V${middle + half}H${shoulder}Z`;
}

/** The ways an arrow key walks. */
export type Way = "ArrowLeft" | "ArrowRight" | "ArrowUp" | "ArrowDown";

const STEP: Record<Way, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The place an arrow key walks to: the nearest that way, straight ahead before aslant. The same place when there is none. */
export function neighbour(spots: readonly Spot[], from: string, way: Way): string {
  const here = spots.find((s) => s.code === from);
  if (!here) return spots[0]?.code ?? from;
  const [dx, dy] = STEP[way];
  let best = from;
  let least = Infinity;
  for (const spot of spots) {
    const ahead = (spot.x - here.x) * dx + (spot.y - here.y) * dy;
    const aside = Math.abs((spot.x - here.x) * dy) + Math.abs((spot.y - here.y) * dx);
    if (ahead <= 1 || aside > ahead * 2.5) continue;
    const cost = ahead + aside * 2;
    if (cost < least) [best, least] = [spot.code, cost];
  }
  return best;
}
