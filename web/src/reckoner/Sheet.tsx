import styled, { keyframes } from "styled-components";

/** What a sum says to draw, by name. */
export type Drawn = Record<string, number>;

const tightened = keyframes`
  0%, 100% { fill: var(--ground); }
  30% { fill: var(--working); }
`;

/** Seconds that an order takes to be shown once round. */
export const ROUND = 6;

/** The paper a sum is drawn on; the view box does the scaling. */
export const Sheet = styled.svg`
  width: 100%;
  max-height: 230px;
  stroke: var(--ink);
  fill: none;
  text {
    fill: var(--ink);
    stroke: none;
    font-family: "Barlow Semi Condensed", sans-serif;
    font-weight: 600;
  }
  .thin {
    stroke: var(--steel);
  }
  .main {
    stroke: var(--working);
  }
  @media (prefers-reduced-motion: no-preference) {
    .turn {
      animation: ${tightened} ${ROUND / 5}s ease-in-out;
    }
  }
`;
