import { useMutation, useQueryClient } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../../api/client";
import { useMay } from "../../api/useAccess";
import { useShop } from "../../api/useShop";
import { dayInWords } from "../../api/words";
import { Row, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { StrangersChoice } from "../../ui/StrangersChoice";

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
      <Label trailer={trailer} />
      <Row $gap={20}>
        <Link to={`/yard/trailers/${trailer.id}/edit`}>Change the description</Link>
        <Link to={`/yard/trailers/${trailer.id}/planning`}>Use and intervals</Link>
        <a href={`/api/ledger/trailers/${trailer.id}/labels/pdf`} target="_blank" rel="noreferrer">
          Its label
        </a>
        <a
          href={`/api/ledger/trailers/${trailer.id}/labels/pdf?wheelEnds=true`}
          target="_blank"
          rel="noreferrer"
        >
          Its hub tags
        </a>
      </Row>
    </Stack>
  );
}

/** What strangers see by its label, as the owner wants it. */
function Label({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  const queries = useQueryClient();
  const may = useMay("share");
  const choose = useMutation({
    mutationFn: (sees: Schemas["StrangersSee"]) =>
      answer(
        shop.PUT("/api/owner-links/labels/{trailer}", {
          params: { path: { trailer: trailer.id } },
          body: { sees },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["trailer", trailer.id] }),
  });
  if (!may) return null;
  return (
    <div style={{ maxWidth: 560 }}>
      <StrangersChoice
        value={choose.isPending ? choose.variables : trailer.strangersSee}
        onChange={choose.mutate}
      />
      <Problem of={choose.error} />
    </div>
  );
}

const FactOf = ({ question, answer }: { question: string; answer: string }) => (
  <>
    <dt>{question}</dt>
    <dd>{answer}</dd>
  </>
);
