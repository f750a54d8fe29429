import { Suspense, useState } from "react";
import type { Schemas } from "../../api/client";
import { dayInWords } from "../../api/words";
import { Button, TextButton } from "../../ui/Button";
import { later } from "../../ui/later";
import { Quiet, Row, Section } from "../../ui/Page";
import { hour, quarters } from "../../api/hours";
import { DaysAway } from "../../ui/DaysAway";
import { Select } from "../../ui/Select";
import { Small } from "./Small";

// A calendar is large; the page is there before it.
const DateField = later(async () => ({ default: (await import("../../ui/DateField")).DateField }));

export type OpenHours = Required<Schemas["OpenHours"]>;

const TIMES = quarters("00:00:00", "23:45:00");

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

/** When the shop works and what planning reckons with. */
export function Hours({
  hours,
  costs,
  ourHours,
  ourCosts,
  at,
  onHours,
  onCosts,
}: {
  hours: OpenHours;
  costs: Schemas["PlanCosts"];
  /** What we made of them, to go back to. */
  ourHours: Schemas["OpenHours"];
  ourCosts: Schemas["PlanCosts"];
  /** What is wrong with a field, by its pointer. */
  at: (pointer: string) => string | undefined;
  onHours: (hours: OpenHours) => void;
  onCosts: (costs: Schemas["PlanCosts"]) => void;
}) {
  const [holiday, setHoliday] = useState("");
  return (
    <Section>
      <h2>When the shop works</h2>
      <Row $gap={16} style={{ alignItems: "flex-start" }}>
        <Small
          label="Bays"
          value={hours.bays}
          problem={at("/hours/bays")}
          ours={ourHours.bays}
          onChange={(bays) => onHours({ ...hours, bays })}
        />
        <Small
          label="People at once"
          value={hours.people}
          problem={at("/hours/people")}
          ours={ourHours.people}
          onChange={(people) => onHours({ ...hours, people })}
        />
        <Small
          label="Days to get parts"
          value={hours.partsLeadDays}
          problem={at("/hours/partsLeadDays")}
          ours={ourHours.partsLeadDays}
          onChange={(partsLeadDays) => onHours({ ...hours, partsLeadDays })}
        />
        <Small
          label="A call-in costs"
          value={costs.callIn}
          problem={at("/costs/callIn")}
          ours={ourCosts.callIn}
          onChange={(callIn) => onCosts({ ...costs, callIn })}
        />
        <Small
          label="Coming together saves"
          value={costs.convoy ?? 0}
          problem={at("/costs/convoy")}
          ours={ourCosts.convoy}
          onChange={(convoy) => onCosts({ ...costs, convoy })}
        />
        <Small
          label="An hour costs"
          value={costs.ratePerHour}
          problem={at("/costs/ratePerHour")}
          ours={ourCosts.ratePerHour}
          onChange={(ratePerHour) => onCosts({ ...costs, ratePerHour })}
        />
      </Row>
      <Row $gap={16} style={{ alignItems: "flex-end" }}>
        <Select
          label="Work begins"
          value={hours.opensAt}
          options={TIMES.map((t) => [t, hour(t)] as const)}
          onChange={(opensAt) => onHours({ ...hours, opensAt })}
        />
        <Select
          label="The break begins"
          value={hours.breakAt}
          options={TIMES.map((t) => [t, hour(t)] as const)}
          onChange={(breakAt) => onHours({ ...hours, breakAt })}
        />
        <Small
          label="Minutes of break"
          value={hours.breakMinutes}
          problem={at("/hours/breakMinutes")}
          ours={ourHours.breakMinutes}
          onChange={(breakMinutes) => onHours({ ...hours, breakMinutes })}
        />
      </Row>
      {at("/hours/opensAt") && (
        <div role="alert" style={{ color: "var(--renew)", fontWeight: 600 }}>
          {at("/hours/opensAt")}
        </div>
      )}
      <h3>Hours of each day that go into trailers</h3>
      <Row $gap={16} style={{ alignItems: "flex-start" }}>
        {DAYS.map((day, i) => (
          <Small
            key={day}
            label={day}
            value={hours.hours[i] ?? 0}
            problem={i === 0 ? at("/hours/hours") : undefined}
            onChange={(h) => onHours({ ...hours, hours: hours.hours.map((was, j) => (j === i ? h : was)) })}
          />
        ))}
      </Row>
      <Row style={{ alignItems: "flex-end" }}>
        <Suspense fallback={<div style={{ minHeight: 74 }} />}>
          <DateField label="A day nobody works" value={holiday} onChange={setHoliday} />
        </Suspense>
        <Button
          onPress={() => {
            if (holiday) onHours({ ...hours, holidays: [...hours.holidays, holiday] });
            setHoliday("");
          }}
        >
          Add the day
        </Button>
      </Row>
      <h3>Who is away</h3>
      <Quiet>
        So many fewer are at work on these days; what only they can do waits for them, and the day is planned
        without them.
      </Quiet>
      <DaysAway
        times={hours.away}
        at={(pointer) => at(`/hours/away${pointer}`)}
        onChange={(away) => onHours({ ...hours, away })}
      />
      {hours.holidays.length > 0 && (
        <Quiet>
          {hours.holidays.length} days kept free, the next{" "}
          {hours.holidays[0] && dayInWords(hours.holidays[0])}.{" "}
          <TextButton onPress={() => onHours({ ...hours, holidays: [] })}>Work on all of them</TextButton>
        </Quiet>
      )}
    </Section>
  );
}
