import { useEffect, useMemo, useRef, useState } from "react";
import type { Schemas } from "../../api/client";
import { minutesInWords } from "../../api/words";
import { valley } from "./valley";

const HEIGHT = 190;
/** On a phone the step at hand needs the room more. */
const PHONE = { upTo: 480, height: 146 };

/** The valley of a visit: how deep things are, how far the work has come, and what still has to go back on. */
export function ValleyDrawing({ visit }: { visit: Schemas["VisitAnswer"] }) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1000);
  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const watch = new ResizeObserver(() => setWidth(Math.max(320, Math.floor(node.clientWidth))));
    watch.observe(node);
    return () => watch.disconnect();
  }, []);
  const settled = useMemo(() => new Set(visit.state.entries.map((e) => e.key)), [visit.state.entries]);
  const drawn = useMemo(
    () =>
      valley(
        visit.packet.steps,
        visit.packet.openings,
        settled,
        width,
        width <= PHONE.upTo ? PHONE.height : HEIGHT,
      ),
    [visit.packet, settled, width],
  );
  const deepest = visit.state.openNow[0];
  const ground = drawn.levels[0]?.y ?? 0;
  return (
    <div ref={box} style={{ overflow: "hidden" }}>
      <svg
        width={drawn.width}
        height={drawn.height}
        role="img"
        aria-label={`${minutesInWords(visit.state.minutesDone)} of ${visit.minutesInWords} done. Deepest now: ${deepest ? `${deepest.name}, ${deepest.placeSpoken}` : "nothing is open"}.`}
      >
        {drawn.levels.map((l) => (
          <g key={l.name}>
            <path d={`M${drawn.left} ${l.y}H${drawn.width - 10}`} stroke="var(--hair)" />
            <text x={0} y={l.y + 5} fill="var(--steel)" fontSize="14" fontFamily="Barlow Semi Condensed">
              {l.name}
            </text>
          </g>
        ))}
        <path d={drawn.line} fill="none" stroke="var(--steel)" strokeWidth={2} strokeLinejoin="round" />
        {drawn.done && (
          <>
            <path d={`${drawn.done}V${ground}H${drawn.left}Z`} fill="var(--tint)" fillOpacity={0.75} />
            <path d={drawn.done} fill="none" stroke="var(--working)" strokeWidth={4} strokeLinejoin="round" />
          </>
        )}
        <path
          d={`M${drawn.now.x} 0V${drawn.height - 24}`}
          stroke="var(--working)"
          strokeDasharray="2 4"
          strokeWidth={1.5}
        />
        <circle cx={drawn.now.x} cy={drawn.now.y} r={7} fill="var(--working)" />
        {drawn.ends.map((e) => (
          <text
            key={e.name}
            x={e.x}
            y={drawn.height - 5}
            textAnchor="middle"
            fontSize="15"
            fill="var(--ink)"
            fontFamily="Barlow Semi Condensed"
          >
            {e.name}
          </text>
        ))}
      </svg>
    </div>
  );
}
