import { useQuery } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../api/client";
import { Bars, Plot } from "../plots/Plot";
import { Quiet, Section, Stack } from "../ui/Page";
import { Waiting } from "../ui/Waiting";

type Year = Schemas["YearAnswer"];
type Month = Schemas["MonthAnswer"];

const WIDTH = 400;
const HEIGHT = 130;
const CSV = "/api/ledger/tables/year.csv";

const NAME = new Intl.DateTimeFormat("en", { month: "short", timeZone: "UTC" });
const nameOf = (day: string) => NAME.format(new Date(`${day.slice(0, 10)}T00:00:00Z`));
const named = (day: string) => `${nameOf(day)} ${day.slice(0, 4)}`;
const hours = (of: number) => `${of.toLocaleString("en")} h`;

/** The shop's last twelve months: work, what was found, how the trailers stood. Each drawn, and as a table. */
export function YearPlot() {
  const year = useQuery({ queryKey: ["year"], queryFn: () => answer(shop.GET("/api/ledger/year")) });
  const visits = year.data?.months.reduce((sum, m) => sum + m.visits, 0) ?? 0;
  return (
    <Section>
      <h2>The last twelve months</h2>
      <Waiting of={year} what="Adding the year up" rows={2} />
      {year.data && visits === 0 && <Quiet>No visit was closed in them.</Quiet>}
      {year.data && visits > 0 && (
        <Stack $gap={26}>
          <Worked months={year.data.months} />
          <AsTold months={year.data.months} />
          <Found of={year.data.found} />
          <Stood of={year.data.stood} />
        </Stack>
      )}
    </Section>
  );
}

/** The year in a sentence or two. */
export function inWords(months: readonly Month[]): string {
  const visits = total(months, (m) => m.visits);
  return `${visits === 1 ? "One visit" : `${visits.toLocaleString("en")} visits`}, ${hours(total(months, (m) => m.hours))} at work by the tablets.`;
}

/** How the estimates held, in words. */
export function heldInWords(months: readonly Month[]): string {
  const accepted = total(months, (m) => m.accepted);
  return accepted === 0
    ? "No visit was accepted beforehand and measured."
    : `${accepted === 1 ? "The one visit that was" : `The ${accepted} visits that were`} accepted beforehand took ${hours(
        total(months, (m) => m.tookHours),
      )}; ${hours(total(months, (m) => m.estimatedHours))} had been told.`;
}

const total = (months: readonly Month[], of: (month: Month) => number) =>
  Math.round(10 * months.reduce((sum, m) => sum + of(m), 0)) / 10;

function Worked({ months }: { months: readonly Month[] }) {
  return (
    <Plot
      title="Visits and hours"
      says={inWords(months)}
      signs="Bars are hours; the figure on top is visits."
      width={WIDTH}
      height={HEIGHT}
      head={["Month", "Visits", "At work", "In a week"]}
      rows={months.map((m) => [
        named(m.first),
        String(m.visits),
        hours(m.hours),
        hours(Math.round((m.hours / 4.348) * 10) / 10),
      ])}
      csv={CSV}
      file="visits-and-hours"
    >
      <Bars
        width={WIDTH}
        height={HEIGHT}
        bars={months.map((m) => ({
          name: nameOf(m.first),
          parts: [{ value: m.hours, fill: "var(--working)" }],
          ...(m.visits > 0 ? { top: String(m.visits) } : {}),
        }))}
      />
    </Plot>
  );
}

/** Hours told beforehand beside hours taken, month by month. */
function AsTold({ months }: { months: readonly Month[] }) {
  if (months.every((m) => m.accepted === 0)) return <Quiet>{heldInWords(months)}</Quiet>;
  return (
    <Plot
      title="Hours against what was told"
      says={heldInWords(months)}
      signs="Open: told beforehand; full: taken."
      width={WIDTH}
      height={HEIGHT}
      head={["Month", "Told", "Took"]}
      rows={months.map((m) => [
        named(m.first),
        m.accepted > 0 ? hours(m.estimatedHours) : "–",
        m.accepted > 0 ? hours(m.tookHours) : "–",
      ])}
      csv={CSV}
      file="hours-against-told"
    >
      <Bars
        beside
        width={WIDTH}
        height={HEIGHT}
        bars={months.map((m) => ({
          name: nameOf(m.first),
          parts: [
            { value: m.estimatedHours, fill: "var(--raised)", stroke: "var(--working)" },
            { value: m.tookHours, fill: "var(--working)" },
          ],
        }))}
      />
    </Plot>
  );
}

const LINE = 30;
const NAMES = 150;

const times = (n: number) => (n === 0 ? "never" : n === 1 ? "once" : n === 2 ? "twice" : `${n} times`);

/** What was to be renewed and what held a trailer, by subsystem. */
function Found({ of }: { of: Year["found"] }) {
  const most = Math.max(1, ...of.map((f) => f.renew + f.hold));
  const across = (n: number) => (n / most) * (WIDTH - NAMES - 64);
  const renew = of.reduce((sum, f) => sum + f.renew, 0);
  const hold = of.reduce((sum, f) => sum + f.hold, 0);
  return (
    <Plot
      title="Found to be Renew or Hold"
      says={
        renew + hold === 0
          ? "Nothing was found that had to be renewed or held a trailer."
          : `Something was to be renewed ${times(renew)}; a trailer was held ${times(hold)}.`
      }
      signs="Full: Renew; striped: Hold."
      width={WIDTH}
      height={of.length * LINE}
      head={["Where", "Renew", "Hold"]}
      rows={of.map((f) => [f.name, String(f.renew), String(f.hold)])}
      file="found"
    >
      <defs>
        <pattern id="held" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="8" height="8" fill="var(--hold-stripe)" />
          <path d="M0 0V8" stroke="var(--ink)" strokeWidth="5" />
        </pattern>
      </defs>
      {of.map((f, i) => (
        <g key={f.name}>
          <text x={NAMES - 8} y={i * LINE + 20} textAnchor="end" fill="var(--ink)">
            {f.name}
          </text>
          <rect x={NAMES} y={i * LINE + 7} width={across(f.renew)} height={17} fill="var(--renew)" />
          <rect
            x={NAMES + across(f.renew)}
            y={i * LINE + 7}
            width={across(f.hold)}
            height={17}
            fill="url(#held)"
          />
          <text x={NAMES + across(f.renew + f.hold) + 7} y={i * LINE + 20} fill="var(--steel)">
            {f.hold > 0 ? `${f.renew} + ${f.hold}` : f.renew}
          </text>
        </g>
      ))}
      <path d={`M${NAMES} 0V${of.length * LINE}`} stroke="var(--ink)" />
    </Plot>
  );
}

/** On how many trailers something was overdue, at each month's end. */
function Stood({ of }: { of: Year["stood"] }) {
  const last = of.at(-1);
  if (!last) return null;
  return (
    <Plot
      title="Trailers with something overdue"
      says={`${last.overdue} of ${last.trailers} now, ${last.onHold} on Hold.${
        of.length < 2 ? " Written down from here on; a month from now there is something to compare." : ""
      }`}
      signs="At the end of each month; of this one, today."
      width={WIDTH}
      height={HEIGHT}
      head={["Month", "Overdue", "On Hold", "Trailers"]}
      rows={of.map((s) => [named(s.day), String(s.overdue), String(s.onHold), String(s.trailers)])}
      csv={CSV}
      file="overdue"
    >
      <Bars
        width={WIDTH}
        height={HEIGHT}
        bars={of.map((s) => ({
          name: nameOf(s.day),
          parts: [{ value: s.overdue, fill: "var(--ink)" }],
          top: String(s.overdue),
        }))}
      />
    </Plot>
  );
}
