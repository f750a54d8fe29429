import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import styled from "styled-components";
import { answer, shop } from "../../api/client";
import { newId } from "../../api/ids";
import { useMay } from "../../api/useAccess";
import { dayInWords } from "../../api/words";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { linkShape } from "../../ui/Button";
import { Head, Lines, Page, Quiet, Stack } from "../../ui/Page";
import { Waiting } from "../../ui/Waiting";

const LinkButton = styled(Link)<{ $main?: boolean }>`
  ${linkShape}
`;

/** All that is supposed of the shop, to see what the plan would come to. */
export default function WhatIfs() {
  const plan = useMay("plan");
  const [fresh] = useState(newId);
  const all = useQuery({
    queryKey: ["what-if"],
    queryFn: () => answer(shop.GET("/api/horizon/what-if")),
  });
  return (
    <Page>
      <Breadcrumbs way={[["/horizon", "Horizon"]]} here="What if" />
      <Head>
        <h1>What if</h1>
        {plan && (
          <LinkButton $main to={`/horizon/what-if/${fresh}?new`}>
            Suppose something
          </LinkButton>
        )}
      </Head>
      <p style={{ maxWidth: 760 }}>
        Another bay, a longer interval, a new fleet, somebody away in March: suppose it here, and see the year
        beside the plan as it is. Nothing of it touches the plan until you choose it.
      </p>
      <Waiting of={all} what="Looking up what is supposed" rows={3} />
      {all.data?.length === 0 && <p style={{ marginTop: 12 }}>Nothing is supposed yet.</p>}
      <Lines>
        {all.data?.map((w) => (
          <li key={w.id} style={{ padding: "12px 0" }}>
            <Stack $gap={2}>
              <Link to={`/horizon/what-if/${w.id}`} style={{ fontSize: 20 }}>
                {w.name}
              </Link>
              <span>{w.lines.join("; ")}.</span>
              <span>{w.result?.words ?? "It is being reckoned."}</span>
              <Quiet>
                {w.by}, {dayInWords(w.at)}
              </Quiet>
            </Stack>
          </li>
        ))}
      </Lines>
    </Page>
  );
}
