import type { ReactNode } from "react";
import styled from "styled-components";
import { Mark } from "../ui/Mark";
import { Page } from "../ui/Page";

const Letter = styled(Page)`
  max-width: 760px;
  h1 {
    font-size: 30px;
  }
  h2 {
    font-size: 22px;
  }
`;

const Shop = styled.p`
  font:
    600 20px/1.3 "Barlow Semi Condensed",
    sans-serif;
  border-bottom: 2px solid var(--ink);
  padding-bottom: 6px;
  margin-bottom: 14px;
`;

/** A page of the shop's for somebody outside, as a letter is: who writes, and what about. */
export function Sheet({ from, mark, children }: { from: string; mark?: string | null; children: ReactNode }) {
  return (
    <Letter>
      {mark && <Mark id={mark} />}
      <Shop>{from}</Shop>
      {children}
    </Letter>
  );
}
