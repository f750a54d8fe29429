import type { CalendarDate } from "@internationalized/date";
import { type ReactNode, Suspense } from "react";
import { Button } from "react-aria-components/Button";
import { DatePicker } from "react-aria-components/DatePicker";
import { Dialog } from "react-aria-components/Dialog";
import { I18nProvider } from "react-aria-components/I18nProvider";
import styled from "styled-components";
import { CalendarSign, Line, readDay, Segment, Segments, Sheet } from "./dateParts";
import { stacked } from "./field";
import { later } from "./later";
import { FieldError, Hint, Label } from "./Fields";

const Field = styled(DatePicker)`
  ${stacked}
` as typeof DatePicker;

// The calendar is heavy, and most days are typed.
const OneMonth = later(() => import("./OneMonth"));

interface Props {
  label: string;
  /** A day like "2026-11-28"; empty for none. */
  value: string;
  onChange: (day: string) => void;
  hint?: ReactNode;
  problem?: string | undefined;
}

/** A day, typed or picked from a calendar. Days are the shop's: no hour and no time zone comes into it. */
export function DateField({ label, value, onChange, hint, problem }: Props) {
  return (
    <I18nProvider locale="en-US">
      <Field
        value={readDay(value)}
        onChange={(day: CalendarDate | null) => onChange(day?.toString() ?? "")}
        isInvalid={problem !== undefined}
        validationBehavior="aria"
        granularity="day"
      >
        <Label>{label}</Label>
        <Line data-invalid={problem === undefined ? undefined : true}>
          <Segments>{(segment) => <Segment segment={segment} />}</Segments>
          <Button aria-label={`${label}: calendar`}>
            <CalendarSign />
          </Button>
        </Line>
        {hint && <Hint slot="description">{hint}</Hint>}
        <FieldError>{problem}</FieldError>
        <Sheet offset={2}>
          <Dialog>
            <Suspense fallback={<p style={{ minHeight: 300 }}>Opening…</p>}>
              <OneMonth />
            </Suspense>
          </Dialog>
        </Sheet>
      </Field>
    </I18nProvider>
  );
}
