import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, shop } from "../api/client";
import { Head, Lines, Page, Quiet, Stack } from "../ui/Page";
import { Waiting } from "../ui/Waiting";

const Title = styled(Link)`
  font:
    600 22px/1.3 "Barlow Semi Condensed",
    sans-serif;
  display: inline-block;
  padding: 8px 0;
`;

/** The ready sums, each with what it is for. */
export default function Reckoner() {
  const sums = useQuery({ queryKey: ["sums"], queryFn: () => answer(shop.GET("/api/reckoner")) });
  return (
    <Page>
      <Head>
        <Stack $gap={2}>
          <h1>Reckoner</h1>
          <Quiet>The sums of the trade, with their working. Nothing typed here is kept.</Quiet>
        </Stack>
      </Head>
      <Waiting of={sums} what="Laying out the calculations" rows={6} />
      <Lines>
        {sums.data?.map((s) => (
          <li key={s.code}>
            <Title to={`/reckoner/${s.code}`}>{s.name}</Title>
            <div>
              <Quiet>{s.about}</Quiet>
            </div>
          </li>
        ))}
      </Lines>
    </Page>
  );
}
