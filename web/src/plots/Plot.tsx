import { type ReactNode, useRef } from "react";
import styled from "styled-components";
import { Disclosure } from "../ui/Disclosure";
import { Quiet, Stack, Table } from "../ui/Page";
import { AsFiles } from "./AsFiles";
import { Figure } from "./Figure";

interface Props {
  /** What it shows, as a heading. */
  title: string;
  /** Whether heading and words stand elsewhere already, and are only read out here. */
  quietly?: boolean;
  /** What the drawing says, in a sentence or two: read out in its place. */
  says: string;
  /** What its signs mean. */
  signs?: string;
  /** How large it is drawn. */
  width: number;
  height: number;
  children: ReactNode;
  /** The same figures as a table: its head, and its rows with the first cell as their name. */
  head: readonly string[];
  rows: readonly (readonly string[])[];
  /** Where the table can be had as CSV. */
  csv?: string;
  /** The name a file of it gets. */
  file: string;
}

/** A drawing of figures in our look, with the same as a table, and both as files to keep. */
export function Plot(props: Props) {
  const drawing = useRef<SVGSVGElement>(null);
  const { title, quietly = false, says, signs, width, height, children, head, rows, csv, file } = props;
  return (
    <Figure $letters={13} $onPhone={17} aria-label={title}>
      {!quietly && (
        <>
          <h3>{title}</h3>
          <p>{says}</p>
        </>
      )}
      <svg ref={drawing} viewBox={`0 0 ${width} ${height}`} role="img" aria-label={`${title}. ${says}`}>
        {children}
      </svg>
      {signs && <Quiet style={{ fontSize: 15 }}>{signs}</Quiet>}
      <Disclosure title={<>The figures as a table</>}>
        <Stack $gap={8}>
          <FiguresTable label={title} head={head} rows={rows} />
          <AsFiles drawing={drawing} head={head} rows={rows} csv={csv} file={file} />
        </Stack>
      </Disclosure>
    </Figure>
  );
}

// On a telephone a row stands as a block of its own, each figure beside what it is: narrow columns break words.
const Figures = styled(Table)`
  @media (max-width: 560px) {
    thead {
      position: absolute;
      width: 1px;
      height: 1px;
      overflow: hidden;
      clip-path: inset(50%);
    }
    tr,
    tbody th {
      display: block;
    }
    tbody th {
      font-weight: 600;
    }
    td {
      display: flex;
      justify-content: space-between;
      gap: 16px;
      border-top: 0;
      padding: 0 0 4px 12px;
      text-align: right;
    }
    td::before {
      content: attr(data-head);
      color: var(--steel);
      text-align: left;
    }
  }
`;

/** Figures as a table, the first cell of a row as its name. */
export function FiguresTable({
  label,
  head,
  rows,
}: {
  label: string;
  head: readonly string[];
  rows: readonly (readonly string[])[];
}) {
  return (
    <Figures aria-label={label}>
      <thead>
        <tr>
          {head.map((h) => (
            <th key={h} scope="col">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, ...cells]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            {cells.map((cell, i) => (
              <td key={head[i + 1]} data-head={head[i + 1]}>
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </Figures>
  );
}

interface Bar {
  name: string;
  /** One above the other, the first at the foot; or side by side. */
  parts: readonly { value: number; fill: string; stroke?: string }[];
  /** What stands on top of it. */
  top?: string;
}

const WIDEST = 64;
const ABOVE = 18;
const BELOW = 20;

interface BarsProps {
  bars: readonly Bar[];
  width: number;
  height: number;
  /** Whether the parts of a bar stand side by side, to be held against each other. */
  beside?: boolean;
}

/** Bars in a row with their names below. */
export function Bars({ bars, width, height, beside = false }: BarsProps) {
  const whole = (bar: Bar) =>
    beside ? Math.max(0, ...bar.parts.map((p) => p.value)) : bar.parts.reduce((sum, p) => sum + p.value, 0);
  const most = Math.max(1e-9, ...bars.map(whole));
  // A few bars stand side by side at the left; they are not drawn as broad as a barn door.
  const step = Math.min(width / Math.max(1, bars.length), WIDEST);
  const gap = Math.min(4, step / 8);
  const ground = height - BELOW;
  const tall = (of: number) => (of / most) * (height - ABOVE - BELOW);
  return (
    <>
      {bars.map((bar, i) => {
        const broad = (step - 2 * gap) / (beside ? bar.parts.length : 1);
        let foot = ground;
        return (
          <g key={bar.name}>
            {bar.parts.map((part, n) => {
              const high = tall(part.value);
              if (!beside) foot -= high;
              return (
                <rect
                  key={part.fill}
                  x={i * step + gap + (beside ? n * broad : 0)}
                  y={beside ? ground - high : foot}
                  width={broad}
                  height={high}
                  fill={part.fill}
                  stroke={part.stroke}
                />
              );
            })}
            {bar.top && (
              <text
                x={(i + 0.5) * step}
                y={ground - tall(whole(bar)) - 5}
                textAnchor="middle"
                fill="var(--ink)"
              >
                {bar.top}
              </text>
            )}
            <text x={(i + 0.5) * step} y={height - 5} textAnchor="middle" fill="var(--steel)">
              {bar.name}
            </text>
          </g>
        );
      })}
      <path d={`M0 ${ground}H${width}`} stroke="var(--ink)" />
    </>
  );
}
