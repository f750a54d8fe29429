import { Button } from "react-aria-components/Button";
import {
  CalendarCell,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHeader,
  CalendarHeaderCell,
} from "react-aria-components/Calendar";
import { Heading } from "react-aria-components/Heading";
import styled, { css } from "styled-components";

/** How a month looks, whatever is picked in it. */
export const monthLook = css`
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

/** What stands in a calendar: its month's name with the way to its neighbours, the weekdays, and the days. */
export const OfMonth = () => (
  <>
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
      <CalendarGridHeader>{(day) => <CalendarHeaderCell>{day}</CalendarHeaderCell>}</CalendarGridHeader>
      <CalendarGridBody>{(date) => <Day date={date} />}</CalendarGridBody>
    </CalendarGrid>
  </>
);
