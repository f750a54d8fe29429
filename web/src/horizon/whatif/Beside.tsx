import type { Schemas } from "../../api/client";
import { useMoney } from "../../api/money";
import { Bars, Plot } from "../../plots/Plot";
import { Stack, Table } from "../../ui/Page";
import { dayShort } from "../timeline";

const WIDTH = 780;
const HEIGHT = 190;
const LEFT = 44;
const GROUND = HEIGHT - 22;
const TOP = 12;

// A figure is never broken over two lines.
const WHOLE = { whiteSpace: "nowrap", paddingRight: 10 } as const;

type Week = Schemas["WeekFigures"];

/** The year as it would be beside the year as it is: in figures, and as plots. */
export function Beside({ result }: { result: Schemas["WhatIfResult"] }) {
  const money = useMoney();
  const { now, then } = result;
  const plain = (of: number) => of.toLocaleString("en", { maximumFractionDigits: 0 });
  const lines: [string, number, number, (of: number) => string][] = [
    ["Visits", now.visits, then.visits, plain],
    ["Hours in the bays", now.hours, then.hours, plain],
    ["Hours the bays have", now.open, then.open, plain],
    ["Cost: call-ins, labour, parts", now.cost, then.cost, money.about],
    ["Days overdue", now.daysOverdue, then.daysOverdue, plain],
    ["Visits without room", now.noRoom, then.noRoom, plain],
    ["Hours over what is open", now.hoursOver, then.hoursOver, plain],
    ["Trailers that cannot be kept as asked", now.unkept, then.unkept, plain],
  ];
  return (
    <Stack $gap={26}>
      <Table>
        <caption>The year beside the plan as it is</caption>
        <thead>
          <tr>
            <th />
            <th scope="col" style={WHOLE}>
              As it is
            </th>
            <th scope="col" style={WHOLE}>
              Supposed
            </th>
            <th scope="col" style={WHOLE}>
              More or less
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.map(([name, was, is, words]) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td style={WHOLE}>{words(was)}</td>
              <td style={WHOLE}>{words(is)}</td>
              <td style={WHOLE}>
                {is === was ? "–" : `${is > was ? "+" : "−"}${words(Math.abs(is - was))}`}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <HoursPlot now={now.weeks} then={then.weeks} />
      <CostPlot now={now.weeks} then={then.weeks} money={money.about} />
    </Stack>
  );
}

/** Bay hours week by week: what is planned against what is open, both ways. */
function HoursPlot({ now, then }: { now: readonly Week[]; then: readonly Week[] }) {
  const most = Math.max(1, ...[...now, ...then].map((w) => Math.max(w.open, w.planned)));
  // A week far over is cut, so that the others can still be told apart.
  const top = Math.min(most, 1.6 * Math.max(1, ...[...now, ...then].map((w) => w.open)));
  const step = (WIDTH - LEFT) / Math.max(1, then.length);
  const y = (hours: number) => GROUND - (Math.min(hours, top) / top) * (GROUND - TOP);
  const stairs = (of: readonly Week[], value: (w: Week) => number) =>
    of.map((w, i) => `${i === 0 ? "M" : "L"}${LEFT + i * step} ${y(value(w))}h${step}`).join("");
  const full = then.filter((w) => w.planned > w.open * 0.95).length;
  const fullNow = now.filter((w) => w.planned > w.open * 0.95).length;
  return (
    <Plot
      title="Bay hours, week by week"
      says={`Full weeks: ${full} of ${then.length} as supposed, ${fullNow} as it is.`}
      signs="Filled: planned as supposed. Line: planned as it is. Dashed: hours open as supposed; dotted, as it is."
      width={WIDTH}
      height={HEIGHT}
      head={["Week of", "Planned, as it is", "Open, as it is", "Planned, supposed", "Open, supposed"]}
      rows={then.map((w, i) => [
        dayShort(w.monday),
        String(now[i]?.planned ?? 0),
        String(now[i]?.open ?? 0),
        String(w.planned),
        String(w.open),
      ])}
      file="bay-hours"
    >
      {then.map((w, i) => (
        <rect
          key={w.monday}
          x={LEFT + i * step + 0.5}
          y={y(w.planned)}
          width={step - 1}
          height={GROUND - y(w.planned)}
          fill={w.planned > w.open * 1.02 ? "var(--hold)" : "var(--tint-strong)"}
        />
      ))}
      <path d={stairs(now, (w) => w.planned)} stroke="var(--ink)" strokeWidth="1.6" fill="none" />
      <path
        d={stairs(then, (w) => w.open)}
        stroke="var(--working)"
        strokeWidth="1.8"
        strokeDasharray="7 4"
        fill="none"
      />
      <path
        d={stairs(now, (w) => w.open)}
        stroke="var(--steel)"
        strokeWidth="1.4"
        strokeDasharray="1.5 3"
        fill="none"
      />
      {[0, top / 2, top].map((hours) => (
        <text key={hours} x={LEFT - 6} y={y(hours) + 4} textAnchor="end" fill="var(--steel)">
          {Math.round(hours)} h
        </text>
      ))}
      {then.map(
        (w, i) =>
          i % 8 === 0 && (
            <text key={w.monday} x={LEFT + i * step} y={HEIGHT - 5} fill="var(--steel)">
              {dayShort(w.monday)}
            </text>
          ),
      )}
      <path d={`M${LEFT} ${GROUND}H${WIDTH}`} stroke="var(--ink)" />
    </Plot>
  );
}

/** What it costs month by month, both ways. */
function CostPlot({
  now,
  then,
  money,
}: {
  now: readonly Week[];
  then: readonly Week[];
  money: (of: number) => string;
}) {
  const months = byMonth(now, then);
  return (
    <Plot
      title="What it costs, month by month"
      says={`In the dearest month ${money(Math.max(0, ...months.map((m) => m.then)))} as supposed, ${money(
        Math.max(0, ...months.map((m) => m.now)),
      )} as it is.`}
      signs="Light: as it is; full: as supposed. A week counts to the month its Monday lies in."
      width={WIDTH}
      height={HEIGHT}
      head={["Month", "As it is", "Supposed", "Visits, as it is", "Visits, supposed"]}
      rows={months.map((m) => [
        m.name,
        money(m.now),
        money(m.then),
        String(m.visitsNow),
        String(m.visitsThen),
      ])}
      file="cost-by-month"
    >
      <Bars
        beside
        width={WIDTH}
        height={HEIGHT}
        bars={months.map((m) => ({
          name: m.short,
          parts: [
            { value: m.now, fill: "var(--tint-strong)" },
            { value: m.then, fill: "var(--working)" },
          ],
        }))}
      />
    </Plot>
  );
}

/** The weeks of both, added up by the month that their Monday lies in. */
export function byMonth(now: readonly Week[], then: readonly Week[]) {
  const months: {
    name: string;
    short: string;
    now: number;
    then: number;
    visitsNow: number;
    visitsThen: number;
  }[] = [];
  then.forEach((w, i) => {
    const day = new Date(`${w.monday}T12:00:00`);
    const name = day.toLocaleDateString("en", { month: "long", year: "numeric" });
    let month = months.at(-1);
    if (month?.name !== name) {
      month = {
        name,
        short: day.toLocaleDateString("en", { month: "short" }),
        now: 0,
        then: 0,
        visitsNow: 0,
        visitsThen: 0,
      };
      months.push(month);
    }
    month.now += now[i]?.cost ?? 0;
    month.then += w.cost;
    month.visitsNow += now[i]?.visits ?? 0;
    month.visitsThen += w.visits;
  });
  return months;
}
