import styled from "styled-components";
import { Link } from "react-router";
import { linkShape } from "../ui/Button";
import { Page, Row, Stack } from "../ui/Page";

const LinkButton = styled(Link)<{ $main?: boolean }>`
  ${linkShape}
`;

const Steps = styled.ol`
  display: grid;
  gap: 28px;
  margin-top: 24px;
  max-width: 640px;
  & > li {
    border-top: 1px solid var(--hair);
    padding-top: 16px;
  }
`;

/** An empty shop's first screen: what to do, in order. */
export function FirstSteps() {
  return (
    <Page>
      <h1>This shop is empty. Two steps, and it is at work.</h1>
      <Steps>
        <li>
          <Stack>
            <h2>1. Your first trailer</h2>
            <p>Describe its running gear and watch it being drawn. A common tandem takes under a minute.</p>
            <Row>
              <LinkButton to="/yard/new" $main>
                Add a trailer
              </LinkButton>
              <LinkButton to="/ledger/tables">Bring in a table of trailers</LinkButton>
            </Row>
          </Stack>
        </li>
        <li>
          <Stack>
            <h2>2. Who else works here</h2>
            <p>
              Everything written down carries a name. Each of them comes in with a code that you give them.
            </p>
            <Row>
              <LinkButton to="/settings/people">Add people</LinkButton>
            </Row>
          </Stack>
        </li>
      </Steps>
    </Page>
  );
}
