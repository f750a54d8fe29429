import styled from "styled-components";
import { Row } from "../../ui/Page";

/** The buttons of a step or a card: they stay in view, and in reach of a thumb. */
export const Actions = styled(Row)`
  gap: 12px;
  position: sticky;
  bottom: 0;
  background: var(--ground);
  margin-top: 4px;
  padding: 10px 0;
  @media (max-width: 640px) {
    gap: 8px;
    button {
      flex: 1 1 auto;
      min-height: 52px;
      padding: 8px 12px;
      font-size: 19px;
    }
  }
`;
