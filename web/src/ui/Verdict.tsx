import styled from "styled-components";
import type { Schemas } from "../api/client";

type Verdict = Schemas["Verdict"];

/** The verdicts in words, as they stand beside their marks. */
export const VERDICT_WORDS: Record<Verdict, string> = {
  sound: "Sound",
  watch: "Watch",
  renew: "Renew",
  hold: "Hold",
};

const TONE: Record<Verdict, string> = {
  sound: "var(--sound)",
  watch: "var(--watch)",
  renew: "var(--renew)",
  hold: "var(--ink)",
};

/**
 * A verdict's shape about a point: an open ring, a half-filled ring, a filled diamond, a barred square.
 * For use inside a drawing; the word stands beside it or in the place's spoken name.
 */
export function VerdictShape({ verdict, x, y, r }: { verdict: Verdict; x: number; y: number; r: number }) {
  const tone = TONE[verdict];
  switch (verdict) {
    case "sound":
      return <circle cx={x} cy={y} r={r - 1} fill="var(--ground)" stroke={tone} strokeWidth={r / 3.2} />;
    case "watch":
      return (
        <g>
          <circle cx={x} cy={y} r={r - 1} fill="var(--ground)" stroke={tone} strokeWidth={r / 3.2} />
          <path d={`M${x} ${y - r + 1}a${r - 1} ${r - 1} 0 0 0 0 ${2 * (r - 1)}z`} fill={tone} />
        </g>
      );
    case "renew":
      return (
        <path
          d={`M${x} ${y - r - 1}L${x + r + 1} ${y}L${x} ${y + r + 1}L${x - r - 1} ${y}z`}
          fill={tone}
          stroke="var(--ground)"
          strokeWidth={1.5}
        />
      );
    case "hold":
      return (
        <g>
          <rect
            x={x - r}
            y={y - r}
            width={2 * r}
            height={2 * r}
            fill="var(--hold-stripe)"
            stroke="var(--hold)"
            strokeWidth={r / 4}
          />
          {[-0.55, 0.1, 0.75].map((at) => (
            <path
              key={at}
              d={`M${x - r + r * (at + 0.55)} ${y + r}L${x + r * Math.min(1, at + 0.9)} ${y - r + Math.max(0, (at - 0.1) * r)}`}
              stroke="var(--hold)"
              strokeWidth={r / 3.4}
            />
          ))}
        </g>
      );
  }
}

const Word = styled.span<{ $tone: string }>`
  display: inline-flex;
  gap: 7px;
  align-items: baseline;
  font-weight: 600;
  white-space: nowrap;
  color: ${(p) => p.$tone};
  svg {
    flex: none;
    align-self: center;
  }
`;

/** A verdict with its mark and its word. */
export function VerdictWord({ verdict }: { verdict: Verdict }) {
  return (
    <Word $tone={TONE[verdict]}>
      <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
        <VerdictShape verdict={verdict} x={10} y={10} r={7.5} />
      </svg>
      {VERDICT_WORDS[verdict]}
    </Word>
  );
}

const Box = styled.div`
  display: grid;
  gap: 3px;
  overflow-wrap: anywhere;
  small {
    font-size: 15px;
    color: var(--steel);
  }
`;

/** A verdict with its rule, where the rule comes from, and what it sets off. */
export function JudgementText({ of }: { of: Schemas["Judgement"] }) {
  return (
    <Box>
      <VerdictWord verdict={of.verdict} />
      <span>{of.rule}</span>
      {of.setsOff.map((s) => (
        <span key={s}>→ {s}</span>
      ))}
      <small>{of.source}</small>
    </Box>
  );
}
