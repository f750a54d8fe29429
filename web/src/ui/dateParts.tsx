import { type CalendarDate, parseDate } from "@internationalized/date";
import { DateInput, DateSegment } from "react-aria-components/DateField";
import { Group } from "react-aria-components/Group";
import { Popover } from "react-aria-components/Popover";
import styled from "styled-components";
import { box, dropped } from "./field";

/** The line that a day stands in, with its button. */
export const Line = styled(Group)`
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

/** Day, month and year. */
export const Segments = styled(DateInput)`
  display: flex;
  white-space: nowrap;
`;

/** One of them. */
export const Segment = styled(DateSegment)`
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

/** What drops down from it. */
export const Sheet = styled(Popover)`
  ${dropped}
  padding: 10px 14px 14px;
`;

/** A day like "2026-11-28" as the calendar has it; null for none, or for what is no day. */
export function readDay(day: string): CalendarDate | null {
  try {
    return day ? parseDate(day) : null;
  } catch {
    return null;
  }
}

/** The sign on the button that opens a calendar. */
export const CalendarSign = () => (
  <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
    <path
      d="M2.5 4.5h15v13h-15zM2.5 8.5h15M6.5 2v4M13.5 2v4"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.6"
    />
  </svg>
);
