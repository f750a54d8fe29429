import { CalendarCell, CalendarGrid, CalendarGridBody } from "react-aria-components/Calendar";
import { RangeCalendar } from "react-aria-components/RangeCalendar";
import styled from "styled-components";
import { dayLook, MonthHead, monthLook, WeekHead } from "./month";

const Month = styled(RangeCalendar)`
  ${monthLook}
`;

const Day = styled(CalendarCell)`
  ${dayLook}
`;

/** A month of which a stretch of days is picked. */
export default function RangeMonth() {
  return (
    <Month>
      <MonthHead />
      <CalendarGrid>
        <WeekHead />
        <CalendarGridBody>{(date) => <Day date={date} />}</CalendarGridBody>
      </CalendarGrid>
    </Month>
  );
}
