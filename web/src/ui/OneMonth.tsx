import { Calendar } from "react-aria-components/Calendar";
import styled from "styled-components";
import { monthLook, OfMonth } from "./month";

const Month = styled(Calendar)`
  ${monthLook}
`;

/** A month of which a day is picked. */
export default function OneMonth() {
  return (
    <Month>
      <OfMonth />
    </Month>
  );
}
