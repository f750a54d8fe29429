import type { CalendarDate } from "@internationalized/date";
import { Suspense } from "react";
import { Button } from "react-aria-components/Button";
import { DateRangePicker } from "react-aria-components/DateRangePicker";
import { Dialog } from "react-aria-components/Dialog";
import { I18nProvider } from "react-aria-components/I18nProvider";
import styled from "styled-components";
import { CalendarSign, Line, readDay, Segment, Segments, Sheet } from "./dateParts";
import { stacked } from "./field";
import { later } from "./later";
import { FieldError, Label } from "./Fields";

const Field = styled(DateRangePicker)`
  ${stacked}
` as typeof DateRangePicker;

const Both = styled(Line)`
  gap: 8px;
  min-width: 310px;
`;

// The calendar is heavy, and most days are typed.
const RangeMonth = later(() => import("./RangeMonth"));

interface Props {
  label: string;
  /** Days like "2026-11-28", both counted in; empty for none. */
  from: string;
  to: string;
  onChange: (from: string, to: string) => void;
  problem?: string | undefined;
}

/** A stretch of days, typed or picked from a calendar by its first and its last. */
export function DateRangeField({ label, from, to, onChange, problem }: Props) {
  const [start, end] = [readDay(from), readDay(to)];
  return (
    <I18nProvider locale="en-US">
      <Field
        value={start && end ? { start, end } : null}
        onChange={(days: { start: CalendarDate; end: CalendarDate } | null) => {
          if (days) onChange(days.start.toString(), days.end.toString());
        }}
        isInvalid={problem !== undefined}
        validationBehavior="aria"
        granularity="day"
      >
        <Label>{label}</Label>
        <Both data-invalid={problem === undefined ? undefined : true}>
          <Segments slot="start">{(segment) => <Segment segment={segment} />}</Segments>
          <span aria-hidden="true">to</span>
          <Segments slot="end">{(segment) => <Segment segment={segment} />}</Segments>
          <Button aria-label={`${label}: calendar`}>
            <CalendarSign />
          </Button>
        </Both>
        <FieldError>{problem}</FieldError>
        <Sheet offset={2}>
          <Dialog>
            <Suspense fallback={<p style={{ minHeight: 300 }}>Opening…</p>}>
              <RangeMonth />
            </Suspense>
          </Dialog>
        </Sheet>
      </Field>
    </I18nProvider>
  );
}
