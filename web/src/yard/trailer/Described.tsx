import styled from "styled-components";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useShop } from "../../api/useShop";
import { dayInWords } from "../../api/words";
import { Row, Stack } from "../../ui/Page";

const Facts = styled.dl`
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 6px 20px;
  dt {
    color: var(--steel);
  }
  dd {
    overflow-wrap: anywhere;
  }
  @media (max-width: 640px) {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
    dd {
      margin-bottom: 8px;
    }
  }
`;

/** What a trailer is, as it was described, and where that is changed. */
export function Described({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  const house = useShop();
  const apart = (house.data?.questions ?? []).flatMap((q) => {
    const said = q.answers.find((a) => a.code === trailer.practices[q.code]);
    return said ? [{ question: q.words, answer: said.words }] : [];
  });
  return (
    <Stack $gap={18}>
      <Facts>
        <dt>Whose</dt>
        <dd>
          <Link to={`/yard/customers/${trailer.customerId}`}>{trailer.customer}</Link>
        </dd>
        <dt>Plate</dt>
        <dd>{trailer.plate || "none is written down"}</dd>
        <dt>Running gear</dt>
        <dd>{trailer.gearWords}</dd>
        <dt>In the yard since</dt>
        <dd>{dayInWords(trailer.addedOn)}</dd>
        {apart.map((p) => (
          <FactOf key={p.question} {...p} />
        ))}
      </Facts>
      <Row $gap={20}>
        <Link to={`/yard/trailers/${trailer.id}/edit`}>Change the description</Link>
        <Link to={`/yard/trailers/${trailer.id}/planning`}>Use and intervals</Link>
      </Row>
    </Stack>
  );
}

const FactOf = ({ question, answer }: { question: string; answer: string }) => (
  <>
    <dt>{question}</dt>
    <dd>{answer}</dd>
  </>
);
