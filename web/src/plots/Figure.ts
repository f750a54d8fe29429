import styled from "styled-components";

/** A drawing of figures with what is said of it, as wide as it may be; its letters in px, and those on a phone. */
export const Figure = styled.figure<{ $letters: number; $onPhone: number }>`
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  & > svg {
    display: block;
    width: 100%;
    height: auto;
    font-family: "Barlow Semi Condensed", sans-serif;
    font-size: ${(p) => p.$letters}px;
  }
  @media (max-width: 640px) {
    & > svg {
      font-size: ${(p) => p.$onPhone}px;
    }
  }
`;
