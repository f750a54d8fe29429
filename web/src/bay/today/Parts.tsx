import styled from "styled-components";
import type { OnBoard } from "./board";

const Mark = styled.span<{ $short: boolean }>`
  font-weight: 600;
  color: ${(p) => (p.$short ? "var(--renew)" : "var(--steel)")};
`;

const WORDS: Record<OnBoard["parts"], string> = {
  there: "parts there",
  comingToday: "parts come today",
  missing: "parts missing",
};

/** Whether a trailer's parts are there, in two words. */
export const PartsMark = ({ of }: { of: OnBoard }) => (
  <Mark $short={of.parts === "missing"}>{WORDS[of.parts]}</Mark>
);
