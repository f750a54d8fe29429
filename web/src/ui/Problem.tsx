import styled from "styled-components";
import { Link } from "react-router";
import { sentence } from "../api/client";
import { Page, Stack } from "./Page";

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

/** A whole screen that can't be shown: why, and the way back. */
export function Refused({ of, back, backWords }: { of: unknown; back: string; backWords: string }) {
  return (
    <Page>
      <Stack>
        <h1>This can’t be shown</h1>
        <Problem of={of} />
        <Link to={back}>{backWords}</Link>
      </Stack>
    </Page>
  );
}
