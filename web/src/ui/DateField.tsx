import { type CalendarDate, parseDate } from "@internationalized/date";
import type { ReactNode } from "react";
import { Button } from "react-aria-components/Button";
import {
  Calendar,
  CalendarCell,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHeader,
  CalendarHeaderCell,
} from "react-aria-components/Calendar";
import { DateInput, DateSegment } from "react-aria-components/DateField";
import { DatePicker } from "react-aria-components/DatePicker";
import { Dialog } from "react-aria-components/Dialog";
import { Group } from "react-aria-components/Group";
import { Heading } from "react-aria-components/Heading";
import { I18nProvider } from "react-aria-components/I18nProvider";
import { Popover } from "react-aria-components/Popover";
import styled from "styled-components";
import { box, dropped, stacked } from "./field";
import { FieldError, Hint, Label } from "./Fields";

const Field = styled(DatePicker)`
  ${stacked}
` as typeof DatePicker;

const Line = styled(Group)`
  ${box}
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding: 0 0 0 12px;
  min-width: 176px;
  &[data-focus-within] {
    outline: 2px solid var(--working);
    border-color: var(--working);
  }
  button {
    min-width: 44px;
    min-height: 44px;
    border: 0;
    background: none;
    cursor: pointer;
  }
`;

const Segments = styled(DateInput)`
  display: flex;
  white-space: nowrap;
`;

const Segment = styled(DateSegment)`
  padding: 3px 1px;
  border-radius: 2px;
  outline: none;
  font-variant-numeric: tabular-nums;
  &[data-focused] {
    background: var(--working);
    color: var(--on-working);
  }
  &[data-placeholder] {
    color: var(--steel);
  }
`;

const Sheet = styled(Popover)`
  ${dropped}
  padding: 10px 14px 14px;
`;

const Month = styled(Calendar)`
  header {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 8px;
  }
  h2 {
    font-size: 19px;
  }
  header button {
    min-width: 44px;
    min-height: 44px;
    border: 0;
    background: none;
    font-size: 20px;
    cursor: pointer;
  }
  th {
    font-weight: 400;
    font-size: 14px;
    color: var(--steel);
  }
  td {
    padding: 1px;
  }
`;

const Day = styled(CalendarCell)`
  display: grid;
  place-items: center;
  width: 44px;
  height: 40px;
  border-radius: 3px;
  cursor: pointer;
  outline: none;
  &[data-hovered] {
    background: var(--tint);
  }
  &[data-outside-month] {
    visibility: hidden;
  }
  &[data-today] {
    border-bottom: 2px solid var(--ink);
  }
  &[data-selected] {
    background: var(--working);
    color: var(--on-working);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--working);
    outline-offset: -1px;
  }
`;

interface Props {
  label: string;
  /** A day like "2026-11-28"; empty for none. */
  value: string;
  onChange: (day: string) => void;
  hint?: ReactNode;
  problem?: string | undefined;
}

const read = (day: string): CalendarDate | null => {
  try {
    return day ? parseDate(day) : null;
  } catch {
    return null;
  }
};

/** A day, typed or picked from a calendar. Days are the shop's: no hour and no time zone comes into it. */
export function DateField({ label, value, onChange, hint, problem }: Props) {
  return (
    <I18nProvider locale="en-US">
      <Field
        value={read(value)}
        onChange={(day: CalendarDate | null) => onChange(day?.toString() ?? "")}
        isInvalid={problem !== undefined}
        validationBehavior="aria"
        granularity="day"
      >
        <Label>{label}</Label>
        <Line data-invalid={problem === undefined ? undefined : true}>
          <Segments>{(segment) => <Segment segment={segment} />}</Segments>
          <Button aria-label={`${label}: calendar`}>
            <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
              <path
                d="M2.5 4.5h15v13h-15zM2.5 8.5h15M6.5 2v4M13.5 2v4"
                fill="none"
                stroke="currentColor"
                strokeWidth="1.6"
              />
            </svg>
          </Button>
        </Line>
        {hint && <Hint slot="description">{hint}</Hint>}
        <FieldError>{problem}</FieldError>
        <Sheet offset={2}>
          <Dialog>
            <Month>
              <header>
                <Button slot="previous" aria-label="The month before">
                  ‹
                </Button>
                <Heading />
                <Button slot="next" aria-label="The month after">
                  ›
                </Button>
              </header>
              <CalendarGrid>
                <CalendarGridHeader>
                  {(day) => <CalendarHeaderCell>{day}</CalendarHeaderCell>}
                </CalendarGridHeader>
                <CalendarGridBody>{(date) => <Day date={date} />}</CalendarGridBody>
              </CalendarGrid>
            </Month>
          </Dialog>
        </Sheet>
      </Field>
    </I18nProvider>
  );
}
