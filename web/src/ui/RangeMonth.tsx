import { RangeCalendar } from "react-aria-components/RangeCalendar";
import styled from "styled-components";
import { monthLook, OfMonth } from "./month";

const Month = styled(RangeCalendar)`
  ${monthLook}
`;

/** A month of which a stretch of days is picked. */
export default function RangeMonth() {
  return (
    <Month>
      <OfMonth />
    </Month>
  );
}
