import styled from "styled-components";
import type { Schemas } from "../api/client";
import { Quiet } from "../ui/Page";

const Box = styled.div`
  display: flex;
  gap: 6px 22px;
  align-items: start;
  svg {
    flex: none;
  }
  ol {
    counter-reset: stage;
  }
  li {
    font:
      600 23px/1.25 "Barlow Semi Condensed",
      sans-serif;
    counter-increment: stage;
  }
  li::before {
    content: counter(stage) ". ";
    color: var(--steel);
    font-weight: 400;
  }
  ol[data-single] li::before {
    content: none;
  }
`;

const R = 40;
const MIDDLE = 54;

/** Where the n-th of so many fasteners lies on its circle, the first on top. */
const at = (n: number, count: number) => {
  const angle = ((n - 1) / count) * 2 * Math.PI - Math.PI / 2;
  return { x: MIDDLE + R * Math.cos(angle), y: MIDDLE + R * Math.sin(angle) };
};

/** A torque with its stages, and the order in which the fasteners are gone round, drawn as they lie. */
export function TorqueStages({ of }: { of: Schemas["TorqueAsked"] }) {
  const count = of.order.length;
  return (
    <Box>
      {count > 2 && (
        <svg
          width={2 * MIDDLE}
          height={2 * MIDDLE}
          role="img"
          aria-label={`Order: ${of.order.join(", ")}, numbered round from the top`}
        >
          <path
            d={of.order.map((n, i) => `${i === 0 ? "M" : "L"}${at(n, count).x} ${at(n, count).y}`).join("")}
            fill="none"
            stroke="var(--tint-strong)"
            strokeWidth={1.5}
          />
          {of.order.map((n, i) => {
            const { x, y } = at(n, count);
            return (
              <g key={n}>
                <circle cx={x} cy={y} r={12} fill="var(--raised)" stroke="var(--ink)" strokeWidth={1.5} />
                <text
                  x={x}
                  y={y + 5}
                  textAnchor="middle"
                  fontSize="15"
                  fontWeight={600}
                  fill="var(--ink)"
                  fontFamily="Barlow Semi Condensed"
                >
                  {i + 1}
                </text>
              </g>
            );
          })}
        </svg>
      )}
      <div>
        <ol aria-label={of.what} data-single={of.stages.length === 1 || undefined}>
          {of.stages.map((stage, i) => (
            <li key={i + stage}>{stage}</li>
          ))}
        </ol>
        <Quiet>
          {of.what}; {of.source}. The maker’s figure rules.
        </Quiet>
      </div>
    </Box>
  );
}
