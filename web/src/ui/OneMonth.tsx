import { Calendar, CalendarCell, CalendarGrid, CalendarGridBody } from "react-aria-components/Calendar";
import styled from "styled-components";
import { dayLook, MonthHead, monthLook, WeekHead } from "./month";

const Month = styled(Calendar)`
  ${monthLook}
`;

const Day = styled(CalendarCell)`
  ${dayLook}
`;

/** A month of which a day is picked. */
export default function OneMonth() {
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
