import styled from "styled-components";
import { sentence } from "../api/client";

const Box = styled.p`
  border-left: 5px solid var(--renew);
  padding: 6px 12px;
  font-weight: 600;
  overflow-wrap: anywhere;
`;

/** What went wrong, said where it went wrong. Nothing when all is well. */
export function Problem({ of }: { of: unknown }) {
  return of ? <Box role="alert">{sentence(of)}</Box> : null;
}
