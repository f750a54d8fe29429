import { type ReactNode, useRef } from "react";
import styled from "styled-components";
import { Disclosure } from "../ui/Disclosure";
import { Quiet, Stack, Table } from "../ui/Page";
import { AsFiles } from "./AsFiles";

const Figure = styled.figure`
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  & > svg {
    display: block;
    width: 100%;
    height: auto;
    font-family: "Barlow Semi Condensed", sans-serif;
    font-size: 13px;
  }
  @media (max-width: 640px) {
    & > svg {
      font-size: 17px;
    }
  }
`;

interface Props {
  /** What it shows, as a heading. */
  title: string;
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
  const { title, says, signs, width, height, children, head, rows, csv, file } = props;
  return (
    <Figure aria-label={title}>
      <h3>{title}</h3>
      <p>{says}</p>
      <svg ref={drawing} viewBox={`0 0 ${width} ${height}`} role="img" aria-label={`${title}. ${says}`}>
        {children}
      </svg>
      {signs && <Quiet style={{ fontSize: 15 }}>{signs}</Quiet>}
      <Disclosure title={<>The figures as a table</>}>
        <Stack $gap={8}>
          <Table aria-label={title}>
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
                    <td key={head[i + 1]}>{cell}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </Table>
          <AsFiles drawing={drawing} head={head} rows={rows} csv={csv} file={file} />
        </Stack>
      </Disclosure>
    </Figure>
  );
}

interface Bar {
  name: string;
  /** One above the other, the first at the foot. */
  parts: readonly { value: number; fill: string }[];
  /** What stands on top of it. */
  top?: string;
}

const WIDEST = 64;
const ABOVE = 18;
const BELOW = 20;

/** Bars side by side with their names below. */
export function Bars({ bars, width, height }: { bars: readonly Bar[]; width: number; height: number }) {
  const most = Math.max(1e-9, ...bars.map((b) => b.parts.reduce((sum, p) => sum + p.value, 0)));
  // A few bars stand side by side at the left; they are not drawn as broad as a barn door.
  const step = Math.min(width / Math.max(1, bars.length), WIDEST);
  const ground = height - BELOW;
  const tall = (of: number) => (of / most) * (height - ABOVE - BELOW);
  return (
    <>
      {bars.map((bar, i) => {
        let foot = ground;
        return (
          <g key={bar.name}>
            {bar.parts.map((part) => {
              foot -= tall(part.value);
              return (
                <rect
                  key={part.fill}
                  x={i * step + Math.min(4, step / 8)}
                  y={foot}
                  width={step - 2 * Math.min(4, step / 8)}
                  height={tall(part.value)}
                  fill={part.fill}
                />
              );
            })}
            {bar.top && (
              <text x={(i + 0.5) * step} y={foot - 5} textAnchor="middle" fill="var(--ink)">
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
