import { useQueryClient } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { setWorker, useWorkerId } from "../api/worker";
import { Button, linkShape } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Page, Row, Stack } from "../ui/Page";
import { Form, FormProblem } from "../ui/Form";
import { useForm } from "../ui/useForm";

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
export function FirstSteps({ house }: { house: Schemas["ShopAnswer"] }) {
  const worker = useWorkerId();
  const somebody = house.people.some((p) => p.active && p.id === worker);
  return (
    <Page>
      <h1>This shop is empty. Two steps, and the first trailer stands in the yard.</h1>
      <Steps>
        <li>
          {somebody ? (
            <h2>1. Who works here: {house.people.map((p) => p.name).join(", ")}</h2>
          ) : (
            <WhoWorks people={house.people} />
          )}
        </li>
        <li>
          <Stack>
            <h2>2. Your first trailer</h2>
            <p>Describe its running gear and watch it being drawn. A common tandem takes under a minute.</p>
            {somebody ? (
              <Row>
                <LinkButton to="/yard/new" $main>
                  Add a trailer
                </LinkButton>
                <LinkButton to="/ledger/tables">Bring in a table of trailers</LinkButton>
              </Row>
            ) : (
              <p>Say who works here first.</p>
            )}
          </Stack>
        </li>
      </Steps>
    </Page>
  );
}

function WhoWorks({ people }: { people: readonly Schemas["PersonAnswer"][] }) {
  const queries = useQueryClient();
  const form = useForm({
    start: { name: "" },
    send: ({ name }, id) =>
      answer(
        shop.PUT("/api/settings/people/{id}", { params: { path: { id } }, body: { name, active: true } }),
      ),
    done: (now, _sent, id) => {
      setWorker(id);
      queries.setQueryData(["shop"], now);
    },
  });
  if (people.length > 0) return <h2>1. Pick your name at the top of the page</h2>;
  return (
    <Form of={form}>
      <Stack>
        <h2>1. Who works here?</h2>
        <p>Everything written down carries a name. Start with yours; more can be added later.</p>
        <TextField
          label="Your name"
          value={form.edit.name}
          onChange={(name) => form.change({ name })}
          problem={form.at("/name")}
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" $main isDisabled={form.pending}>
            That’s me
          </Button>
        </Row>
      </Stack>
    </Form>
  );
}
