import { useState } from "react";
import { Button } from "react-aria-components/Button";
import styled from "styled-components";

const Turn = styled(Button)`
  padding: 2px 0;
  min-height: 28px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  white-space: nowrap;
  text-decoration: underline dotted;
  text-underline-offset: 4px;
  cursor: pointer;
  &[data-focus-visible] {
    outline: 3px solid var(--working);
  }
`;

/** A figure as it was read; a touch tells it in the other unit, and the next one back. */
export function Figure({ ours, other }: { ours: string; other: string | undefined }) {
  const [turned, setTurned] = useState(false);
  if (!other) return <b>{ours}</b>;
  return (
    <Turn
      onPress={() => setTurned(!turned)}
      aria-label={turned ? `${other}, that is ${ours}` : `${ours}; in the other unit`}
    >
      <b aria-live="polite">{turned ? other : ours}</b>
    </Turn>
  );
}
