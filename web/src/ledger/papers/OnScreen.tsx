import styled from "styled-components";

/** What stands above a paper on the screen; printed, there is the paper alone. */
export const OnScreen = styled.div`
  margin-bottom: 20px;
  @media print {
    display: none;
  }
`;
