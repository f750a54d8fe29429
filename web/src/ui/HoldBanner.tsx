import type { ReactNode } from "react";
import styled from "styled-components";
import { Stack } from "./Page";
import { VerdictWord } from "./Verdict";

// Told by a barred edge and the word; never by colour alone.
const Bar = styled.div`
  border-left: 18px solid transparent;
  border-image: repeating-linear-gradient(-45deg, var(--hold-stripe) 0 9px, var(--hold) 9px 15px) 18;
  background: var(--raised);
  padding: 10px 16px;
  margin-bottom: 14px;
  overflow-wrap: anywhere;
`;

interface Props {
  seen: readonly string[];
  children?: ReactNode;
}

/** A trailer that is not to be towed, and what holds it. */
export function HoldBanner({ seen, children }: Props) {
  return (
    <Bar role="note" aria-label="On Hold">
      <Stack $gap={4}>
        <span style={{ fontSize: 20 }}>
          <VerdictWord verdict="hold" /> <b>Not to be towed.</b>
        </span>
        {seen.map((s) => (
          <span key={s}>{s}</span>
        ))}
        {children}
      </Stack>
    </Bar>
  );
}
