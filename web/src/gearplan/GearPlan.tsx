import { useEffect, useMemo, useRef, useState } from "react";
import styled from "styled-components";
import type { Schemas } from "../api/client";
import { VERDICT_WORDS, VerdictShape } from "../ui/Verdict";
import { type Drawn, layOut, leastWidth, neighbour, type Spot, type Way } from "./layout";
import { Ground, TyreShape } from "./Shapes";

/** What the plan says at a place. */
export interface PlanMark {
  verdict?: Schemas["Verdict"] | null;
  used?: number | null;
  nearness?: Schemas["Nearness"] | null;
  /** Whether work is wanted there. */
  wanted?: boolean;
  /** What is due, in a word: "repack". Written only where it is something else; spoken always. */
  what?: string;
  /** How near it is, in words, written beside the tyre and spoken. */
  when?: string;
  /** Whether it has still to be looked at. */
  unseen?: boolean;
}

interface Props {
  gear: Drawn;
  places: readonly Schemas["PlaceAnswer"][];
  marks: ReadonlyMap<string, PlanMark>;
  /** The place that is picked; absent where the plan is only looked at. */
  picked?: string;
  onPick?: (code: string) => void;
  label: string;
  /** Drawn smaller, and as small as its room asks: only where nothing has to be touched. */
  small?: boolean;
}

const SMALL = 0.62;

const Scroll = styled.div`
  overflow-x: auto;
  overflow-y: hidden;
  svg {
    display: block;
  }
`;

const Target = styled.g`
  cursor: pointer;
  outline: none;
  &:focus-visible > .halo {
    stroke: var(--working);
    stroke-width: 3.5;
  }
  &:hover > .halo {
    fill: var(--tint);
    fill-opacity: 0.6;
  }
`;

/**
 * A trailer's running gear from above, nose to the left: the way to see how every place stands, and to pick one.
 * One stop of the tab key; the arrows walk from place to place.
 */
export function GearPlan({ gear, places, marks, picked, onPick, label, small }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const targets = useRef(new Map<string, SVGGElement>());
  const [width, setWidth] = useState(1000);
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setWidth(Math.floor(box.clientWidth)));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);

  const scale = small ? Math.min(SMALL, width / leastWidth(gear)) : 1;
  const drawn = useMemo(() => layOut(gear, width / scale), [gear, width, scale]);
  // Where the drawing is wider than its room, the place picked is brought into sight.
  useEffect(() => {
    const box = frame.current;
    const spot = drawn.spots.find((s) => s.code === picked);
    if (!box || !spot || box.scrollWidth <= box.clientWidth) return;
    const margin = 70;
    if (spot.x < box.scrollLeft + margin || spot.x > box.scrollLeft + box.clientWidth - margin)
      box.scrollTo({ left: spot.x - box.clientWidth / 2 });
  }, [drawn, picked]);

  const spoken = new Map(places.map((p) => [p.code, p.spoken]));
  const spots = drawn.spots.filter((s) => spoken.has(s.code));
  const reachable = spots.some((s) => s.code === picked) ? picked : spots[0]?.code;

  const walk = (event: React.KeyboardEvent, from: string) => {
    if (!event.key.startsWith("Arrow") || !onPick) return;
    event.preventDefault();
    const to = neighbour(spots, from, event.key as Way);
    onPick(to);
    targets.current.get(to)?.focus();
  };

  return (
    <Scroll ref={frame}>
      <svg
        width={drawn.width * scale}
        height={drawn.height * scale}
        viewBox={`0 0 ${drawn.width} ${drawn.height}`}
        role={onPick ? "listbox" : "img"}
        aria-label={label}
      >
        <Ground drawn={drawn} />
        {drawn.tyres.map((tyre) => {
          const mark = marks.get(tyre.code);
          return (
            <g key={tyre.code} aria-hidden="true">
              <TyreShape tyre={tyre} used={mark?.used ?? null} nearness={mark?.nearness ?? null} />
              <text
                x={tyre.x + tyre.width / 2}
                y={tyre.side === "left" ? tyre.y - 10 : tyre.y + tyre.height + 21}
                textAnchor="middle"
                fill={mark?.nearness === "overdue" ? "var(--ink)" : "var(--steel)"}
                fontSize={15 / scale}
                fontWeight={mark?.nearness === "overdue" ? 600 : 400}
                fontFamily="Barlow Semi Condensed"
              >
                {written(mark) ?? (tyre.side === "left" && `axle ${tyre.axle}`)}
              </text>
            </g>
          );
        })}
        {spots.map((spot) =>
          onPick ? (
            <Target
              key={spot.code}
              ref={(node) => {
                if (node) targets.current.set(spot.code, node);
                else targets.current.delete(spot.code);
              }}
              role="option"
              aria-selected={spot.code === picked}
              aria-label={say(spoken.get(spot.code) ?? spot.code, marks.get(spot.code))}
              tabIndex={spot.code === reachable ? 0 : -1}
              data-place={spot.code}
              onClick={() => onPick(spot.code)}
              onKeyDown={(e) => walk(e, spot.code)}
            >
              <Halo spot={spot} drawn={drawn} picked={spot.code === picked} />
              <SpotShape spot={spot} verdict={marks.get(spot.code)?.verdict ?? null} text={15} />
              {marks.get(spot.code)?.unseen && <UnseenMark spot={spot} />}
              {marks.get(spot.code)?.wanted && <WantedMark spot={spot} />}
            </Target>
          ) : (
            <SpotShape
              key={spot.code}
              spot={spot}
              verdict={marks.get(spot.code)?.verdict ?? null}
              text={15 / scale}
            />
          ),
        )}
      </svg>
    </Scroll>
  );
}

// The tyre's own due date is its repack's: anything else says what it is.
const written = (mark: PlanMark | undefined) =>
  mark?.when && (mark.what === "repack" ? mark.when : `${mark.what ?? ""} ${mark.when}`);

function say(name: string, mark: PlanMark | undefined): string {
  const parts = [name];
  if (mark?.when) parts.push(`${mark.what ?? "due"} ${mark.when}`);
  if (mark?.verdict) parts.push(VERDICT_WORDS[mark.verdict]);
  if (mark?.unseen) parts.push("still to be looked at");
  if (mark?.wanted) parts.push("work wanted");
  return parts.join(", ");
}

function Halo({ spot, drawn, picked }: { spot: Spot; drawn: ReturnType<typeof layOut>; picked: boolean }) {
  const tyre = drawn.tyres.find((t) => t.code === spot.code);
  const line = { stroke: picked ? "var(--working)" : "transparent", strokeWidth: picked ? 3.5 : 1 };
  return tyre ? (
    <rect
      className="halo"
      x={tyre.x - 5}
      y={tyre.y - 5}
      width={tyre.width + 10}
      height={tyre.height + 10}
      rx={9}
      fill="transparent"
      {...line}
    />
  ) : (
    <circle
      className="halo"
      cx={spot.x}
      cy={spot.y}
      r={spot.kind === "side" ? 20 : 12.5}
      fill="transparent"
      {...line}
    />
  );
}

// Eyelids: nobody has looked here yet.
function UnseenMark({ spot }: { spot: Spot }) {
  const [x, y] = spot.kind === "wheelEnd" ? [spot.x - 26, spot.y] : [spot.x, spot.y - 14];
  return (
    <path
      d={`M${x - 8} ${y}q8 -8 16 0q-8 8 -16 0z`}
      fill="var(--ground)"
      stroke="var(--working)"
      strokeWidth={1.8}
    />
  );
}

// A wedge driven in at the place, point first.
function WantedMark({ spot }: { spot: Spot }) {
  const [x, y] = spot.kind === "wheelEnd" ? [spot.x + 34, spot.y] : [spot.x, spot.y];
  return (
    <path
      d={`M${x - 7} ${y - 9}H${x + 7}L${x} ${y + 9}Z`}
      fill="var(--working)"
      stroke="var(--ground)"
      strokeWidth={1.5}
    />
  );
}

function SpotShape({
  spot,
  verdict,
  text,
}: {
  spot: Spot;
  verdict: Schemas["Verdict"] | null;
  text: number;
}) {
  if (verdict && spot.kind !== "side")
    return <VerdictShape verdict={verdict} x={spot.x} y={spot.y} r={spot.kind === "wheelEnd" ? 11 : 8} />;
  if (spot.kind === "wheelEnd" || spot.kind === "trailer") return null;
  if (spot.kind === "side") {
    return (
      <>
        {verdict && <VerdictShape verdict={verdict} x={spot.x - 32} y={spot.y} r={8} />}
        <text
          x={spot.x}
          y={spot.y + 5}
          textAnchor="middle"
          fontSize={text}
          fill="var(--steel)"
          fontFamily="Barlow Semi Condensed"
        >
          {spot.code}
        </text>
      </>
    );
  }
  if (spot.kind === "equalizer") {
    // Its point hangs toward the frame on either side.
    const inward = spot.code.endsWith("left") ? 1 : -1;
    return (
      <path
        d={`M${spot.x - 9} ${spot.y - 5 * inward}H${spot.x + 9}L${spot.x} ${spot.y + 8 * inward}Z`}
        fill="var(--ground)"
        stroke="var(--steel)"
        strokeWidth={1.5}
      />
    );
  }
  return (
    <circle cx={spot.x} cy={spot.y} r={4} fill="var(--ground)" stroke="var(--steel)" strokeWidth={1.5} />
  );
}
