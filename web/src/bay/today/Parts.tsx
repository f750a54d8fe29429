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

const AGREED: Record<OnBoard["agreed"], string> = {
  notAsked: "",
  waits: "customer asked",
  agreed: "agreed",
  inPart: "agreed in part",
  declined: "declined",
};

/** Whether a trailer's customer has agreed; nothing where nobody asked. */
export const AgreedMark = ({ of }: { of: OnBoard }) =>
  of.agreed === "notAsked" ? null : (
    <Mark $short={of.agreed === "declined" || of.agreed === "waits"}>{AGREED[of.agreed]}</Mark>
  );
