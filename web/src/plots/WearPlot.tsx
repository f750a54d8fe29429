import { useRef } from "react";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { dayInWords } from "../api/words";
import { Quiet, Stack, Table } from "../ui/Page";
import { AsFiles } from "./AsFiles";
import { Figure } from "./Figure";
import { drawPlot, type DrawnSide, HEIGHT, WIDTH } from "./drawWear";
import { Disclosure } from "../ui/Disclosure";

interface Props {
  plot: Schemas["WearPlotAnswer"];
  today: string;
}

/** One thing's wear: figures, line, band and limit, left and right together; the same as a table below it. */
export function WearPlot({ plot, today }: Props) {
  const drawn = drawPlot(plot, today);
  const drawing = useRef<SVGSVGElement>(null);
  const figures = plot.sides
    .flatMap((s) => [
      ...s.before.map((f) => ({ ...f, where: s.placeSpoken, old: true })),
      ...s.figures.map((f) => ({ ...f, where: s.placeSpoken, old: false })),
    ])
    .sort((a, b) => a.on.localeCompare(b.on));
  return (
    <Figure $letters={14} $onPhone={19} aria-label={plot.title}>
      <h2>{plot.title}</h2>
      <svg ref={drawing} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden="true">
        {drawn.ticks.map((t) => (
          <g key={t.words}>
            <path d={`M${drawn.left} ${t.y}H${drawn.right}`} stroke="var(--hair)" />
            <text x={drawn.left - 8} y={t.y + 5} textAnchor="end" fill="var(--steel)">
              {t.words}
            </text>
          </g>
        ))}
        {drawn.times.map((t) => (
          <g key={t.x}>
            <path d={`M${t.x} ${drawn.bottom}v5`} stroke="var(--steel)" />
            <text x={t.x} y={drawn.bottom + 21} textAnchor="middle" fill="var(--steel)">
              {t.words}
            </text>
          </g>
        ))}
        <path d={`M${drawn.today} 14V${drawn.bottom}`} stroke="var(--steel)" strokeDasharray="1 4" />
        <text x={drawn.today} y={11} textAnchor="middle" fill="var(--steel)">
          today
        </text>
        {drawn.limit !== null && (
          <>
            <path
              d={`M${drawn.left} ${drawn.limit}H${drawn.right}`}
              stroke="var(--renew)"
              strokeWidth="2.5"
            />
            <text x={drawn.left + 4} y={drawn.limit + (plot.down ? 16 : -7)} fill="var(--renew)">
              limit
            </text>
          </>
        )}
        {drawn.sides.map((s) => (
          <SideShape key={s.side.place} drawn={s} />
        ))}
      </svg>
      <figcaption>
        <Stack $gap={6}>
          {plot.sides.map((s) => (
            <span key={s.place}>
              <SideKey side={s.side} /> <b>{s.placeSpoken}</b>
              {s.figures.length > 0 && `, last ${s.figures.at(-1)?.figure}`}. {s.words}
              {s.renewed && <Quiet> {s.renewed}.</Quiet>}
            </span>
          ))}
          {plot.limitWords && <Quiet>{plot.limitWords}</Quiet>}
        </Stack>
      </figcaption>
      <Disclosure title={<>The figures as a table</>}>
        <Table aria-label={`${plot.title}, figures`}>
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">Where</th>
              <th scope="col">Figure</th>
              <th scope="col">Road since the first</th>
            </tr>
          </thead>
          <tbody>
            {figures.map((f) => (
              <tr key={f.visitId + f.where}>
                <td>
                  <Link to={`/ledger/visits/${f.visitId}`}>{dayInWords(f.on)}</Link>
                </td>
                <td>
                  {f.where}
                  {f.old && <Quiet>, the one before</Quiet>}
                </td>
                <td>{f.figure}</td>
                <td>{f.road}</td>
              </tr>
            ))}
          </tbody>
        </Table>
        <AsFiles
          drawing={drawing}
          head={["Day", "Where", "Figure", "Road since the first"]}
          rows={figures.map((f) => [f.on, f.where, f.figure, f.road])}
          file={plot.key}
        />
      </Disclosure>
    </Figure>
  );
}

// Left is a full line with round dots, right a dashed one with square ones: told apart without colour.
function SideShape({ drawn }: { drawn: DrawnSide }) {
  const right = drawn.side.side === "right";
  const tone = right ? "var(--ink)" : "var(--working)";
  return (
    <g>
      {drawn.band && <path d={drawn.band} fill={tone} fillOpacity="0.1" />}
      {drawn.line && (
        <path
          d={drawn.line}
          fill="none"
          stroke={tone}
          strokeWidth="2"
          strokeDasharray={right ? "7 4" : undefined}
        />
      )}
      {drawn.before.map((d) => (
        <Dot key={`${d.x}`} {...d} right={right} tone="var(--steel)" hollow />
      ))}
      {drawn.dots.map((d) => (
        <Dot key={`${d.x}`} {...d} right={right} tone={tone} />
      ))}
      {drawn.cross && (
        <path
          d={`M${drawn.cross.x - 7} ${drawn.cross.y - 7}l14 14m0 -14l-14 14`}
          stroke="var(--renew)"
          strokeWidth="2.5"
        />
      )}
    </g>
  );
}

function Dot({
  x,
  y,
  right,
  tone,
  hollow,
}: {
  x: number;
  y: number;
  right: boolean;
  tone: string;
  hollow?: boolean;
}) {
  const paint = { fill: hollow ? "var(--ground)" : tone, stroke: tone, strokeWidth: 1.6 };
  return right ? (
    <rect x={x - 4.5} y={y - 4.5} width={9} height={9} {...paint} />
  ) : (
    <circle cx={x} cy={y} r={5} {...paint} />
  );
}

function SideKey({ side }: { side: Schemas["WearSide"]["side"] }) {
  const right = side === "right";
  const tone = right ? "var(--ink)" : "var(--working)";
  return (
    <svg
      width="34"
      height="12"
      viewBox="0 0 34 12"
      aria-hidden="true"
      style={{ width: 34, verticalAlign: "middle" }}
    >
      <path d="M0 6H34" stroke={tone} strokeWidth="2" strokeDasharray={right ? "7 4" : undefined} />
      <Dot x={17} y={6} right={right} tone={tone} />
    </svg>
  );
}
