import styled from "styled-components";
import type { Schemas } from "../api/client";
import { SIGNS, SIGNS_OF } from "./signs";
import { THINGS } from "./things";

const Drawing = styled.svg`
  flex: none;
  fill: none;
  stroke: var(--steel);
  stroke-width: 1.5;
  stroke-linecap: round;
  stroke-linejoin: round;
  .mass {
    fill: var(--tint-strong);
  }
  .soft {
    stroke: var(--tint-strong);
  }
  .hurt {
    stroke: var(--ink);
  }
  .hurt-mass {
    fill: var(--ink);
    stroke: none;
  }
`;

/** What somebody may see, drawn small beside its words: the thing, and what has happened to it. */
export function Illustration({
  subject,
  code,
  large = false,
}: {
  subject: Schemas["Subject"];
  code: string;
  large?: boolean;
}) {
  return (
    <Drawing width={large ? 90 : 56} height={large ? 64 : 40} viewBox="0 0 56 40" aria-hidden="true">
      {THINGS[subject]}
      {(SIGNS_OF[code] ?? []).map((sign) => (
        <g key={sign}>{SIGNS[sign]}</g>
      ))}
    </Drawing>
  );
}
