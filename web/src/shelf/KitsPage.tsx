import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { shortDay } from "../api/words";
import { Head, Lines, Page, Quiet, Stack } from "../ui/Page";
import { Lacks, SURE } from "./kitWords";
import { ShelfNav } from "./ShelfNav";
import { Waiting } from "../ui/Waiting";

type Kit = Schemas["KitAnswer"];

const Line = styled.div`
  display: grid;
  grid-template-columns: 92px 84px minmax(0, 1fr) auto;
  gap: 2px 16px;
  align-items: baseline;
  @media (max-width: 640px) {
    grid-template-columns: auto minmax(0, 1fr);
    & > :nth-child(n + 3) {
      grid-column: 1 / -1;
    }
  }
`;

/** The coming visits with the parts each takes: whether they are all there. */
export default function KitsPage() {
  const kits = useQuery({ queryKey: ["kits"], queryFn: () => answer(shop.GET("/api/shelf/kits")) });
  return (
    <Page aria-busy={kits.isPending}>
      <ShelfNav />
      <Head>
        <Stack $gap={2}>
          <h1>To pick for the coming weeks</h1>
          <Quiet>
            A trailer in the bay and an accepted visit are promised what is on the shelf; a proposed one is
            shown what is still free.
          </Quiet>
        </Stack>
      </Head>
      <Waiting of={kits} what="Seeing what the coming visits take" rows={6} />
      {kits.data?.length === 0 && <p>No visit is coming within five weeks.</p>}
      <Lines>
        {kits.data?.map((k) => (
          <li key={k.id}>
            <Line>
              <span>{k.sure === "here" ? "in the bay" : shortDay(k.day)}</span>
              <Link to={`/shelf/kits/${k.id}`}>
                <b>{k.tag}</b>
              </Link>
              <span>
                {k.what} {k.sure !== "here" && <Quiet>{SURE[k.sure]}</Quiet>}
              </span>
              <Standing kit={k} />
            </Line>
          </li>
        ))}
      </Lines>
    </Page>
  );
}

function Standing({ kit }: { kit: Kit }) {
  return (
    <span>
      {kit.missing > 0 ? (
        <Lacks>{kit.missing === 1 ? "1 part" : `${kit.missing} parts`} short</Lacks>
      ) : (
        "all there"
      )}
      {kit.notKept > 0 && <Quiet> · {kit.notKept} to buy</Quiet>}
    </span>
  );
}
