import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { Disclosure } from "../ui/Disclosure";
import { Quiet, Row, Section, Table } from "../ui/Page";
import { Waiting } from "../ui/Waiting";

type Month = Schemas["MonthAnswer"];

const WIDTH = 400;
const HEIGHT = 130;
const BELOW = 20;
const ABOVE = 18;

const Drawing = styled.svg`
  width: 100%;
  height: auto;
  display: block;
  text {
    font: 13px "Barlow Semi Condensed";
    fill: var(--steel);
    text-anchor: middle;
  }
`;

const NAME = new Intl.DateTimeFormat("en", { month: "short", timeZone: "UTC" });
const nameOf = (month: Month) => NAME.format(new Date(`${month.first}T00:00:00Z`));
const hours = (of: number) => `${of.toLocaleString("en")} h`;

/** The shop's last twelve months: hours at work, and against what was told beforehand. The same as a table below. */
export function YearPlot() {
  const year = useQuery({ queryKey: ["year"], queryFn: () => answer(shop.GET("/api/ledger/year")) });
  const months = year.data ?? [];
  const visits = months.reduce((sum, m) => sum + m.visits, 0);
  return (
    <Section>
      <h2>The last twelve months</h2>
      <Waiting of={year} what="Adding the year up" rows={2} />
      {year.data && visits === 0 && <Quiet>No visit was closed in them.</Quiet>}
      {visits > 0 && (
        <>
          <p>{inWords(months)}</p>
          <Bars months={months} />
          <Quiet style={{ fontSize: 15 }}>Bars are hours; the figure on top is visits.</Quiet>
          <Disclosure title={<>The figures as a table</>}>
            <Table aria-label="The last twelve months">
              <thead>
                <tr>
                  <th scope="col">Month</th>
                  <th scope="col">Visits</th>
                  <th scope="col">At work</th>
                  <th scope="col">Told</th>
                  <th scope="col">Took</th>
                </tr>
              </thead>
              <tbody>
                {months.map((m) => (
                  <tr key={m.first}>
                    <th scope="row">
                      {nameOf(m)} {m.first.slice(0, 4)}
                    </th>
                    <td>{m.visits}</td>
                    <td>{hours(m.hours)}</td>
                    <td>{m.accepted > 0 ? hours(m.estimatedHours) : "–"}</td>
                    <td>{m.accepted > 0 ? hours(m.tookHours) : "–"}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
            <Row>
              <a href="/api/ledger/tables/year.csv" download>
                Download as CSV
              </a>
            </Row>
          </Disclosure>
        </>
      )}
    </Section>
  );
}

/** The year in a sentence or two. */
export function inWords(months: readonly Month[]): string {
  const sum = (of: (month: Month) => number) =>
    Math.round(10 * months.reduce((all, m) => all + of(m), 0)) / 10;
  const visits = sum((m) => m.visits);
  const said = `${visits === 1 ? "One visit" : `${visits} visits`}, ${hours(sum((m) => m.hours))} at work by the tablets.`;
  const accepted = sum((m) => m.accepted);
  return accepted === 0
    ? said
    : `${said} ${accepted === 1 ? "The one that was" : `The ${accepted} that were`} accepted beforehand took ${hours(
        sum((m) => m.tookHours),
      )}; ${hours(sum((m) => m.estimatedHours))} had been told.`;
}

function Bars({ months }: { months: readonly Month[] }) {
  const most = Math.max(1, ...months.map((m) => m.hours));
  const step = WIDTH / months.length;
  const tall = (of: number) => (of / most) * (HEIGHT - ABOVE - BELOW);
  const ground = HEIGHT - BELOW;
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Hours at work by month. ${inWords(months)}`}
    >
      {months.map((m, i) => (
        <g key={m.first}>
          <rect
            x={i * step + 4}
            y={ground - tall(m.hours)}
            width={step - 8}
            height={tall(m.hours)}
            fill="var(--working)"
          />
          {m.visits > 0 && (
            <text x={(i + 0.5) * step} y={ground - tall(m.hours) - 5}>
              {m.visits}
            </text>
          )}
          <text x={(i + 0.5) * step} y={HEIGHT - 5}>
            {nameOf(m)}
          </text>
        </g>
      ))}
      <path d={`M0 ${ground}H${WIDTH}`} stroke="var(--ink)" />
    </Drawing>
  );
}
