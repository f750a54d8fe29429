import { css } from "styled-components";

/** The box of everything that is typed or picked. */
export const box = css`
  width: 100%;
  min-height: 46px;
  padding: 8px 12px;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--steel);
  border-radius: 3px;
  &[data-focused],
  &:focus {
    outline: 2px solid var(--working);
    outline-offset: 0;
    border-color: var(--working);
  }
  &[data-invalid] {
    border: 2px solid var(--renew);
  }
`;

/** A label over its field, and what is said below it. */
export const stacked = css`
  display: grid;
  gap: 4px;
  min-width: 0;
`;

/** What drops down from a field: a list, a calendar. */
export const dropped = css`
  overflow: auto;
  background: var(--raised);
  color: var(--ink);
  border: 1px solid var(--ink);
  border-radius: 3px;
  box-shadow: 0 6px 22px rgb(0 0 0 / 18%);
`;

/** A list to pick from: each line a finger high, the one at hand tinted, the picked one marked at its side. */
export const options = css`
  outline: none;
  padding: 4px 0;
  [role="option"] {
    min-height: 44px;
    padding: 9px 14px 9px 11px;
    border-left: 4px solid transparent;
    cursor: pointer;
    outline: none;
    overflow-wrap: anywhere;
  }
  [role="option"][data-focused],
  [role="option"][data-hovered] {
    background: var(--tint);
  }
  [role="option"][data-selected] {
    border-left-color: var(--working);
    font-weight: 600;
  }
`;
