import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, shop } from "../api/client";
import { clockInWords, dayInWords } from "../api/words";
import { linkShape } from "../ui/Button";
import { Head, Lines, Page, Quiet, Row, Stack } from "../ui/Page";
import { VerdictWord } from "../ui/Verdict";
import { Waiting } from "../ui/Waiting";

const LinkButton = styled(Link)<{ $main?: boolean }>`
  ${linkShape}
`;

/** The trailers that stand in the bay. */
export default function Bay() {
  const visits = useQuery({ queryKey: ["visits"], queryFn: () => answer(shop.GET("/api/bay/visits")) });
  const count = visits.data?.length;
  return (
    <Page>
      <Head>
        <h1>
          {count === undefined
            ? "The bay"
            : count === 0
              ? "The bay is empty"
              : count === 1
                ? "One trailer in the bay"
                : `${count} trailers in the bay`}
        </h1>
      </Head>
      <Waiting of={visits} what="Looking into the bay" rows={3} />
      {count === 0 && (
        <Stack>
          <p>Pick a trailer in the yard and take it in.</p>
          <div>
            <LinkButton to="/yard" $main>
              To the yard
            </LinkButton>
          </div>
        </Stack>
      )}
      <Lines>
        {visits.data?.map((v) => (
          <li key={v.id}>
            <Row style={{ justifyContent: "space-between" }} $gap={16}>
              <Stack $gap={2}>
                <h2>
                  {v.onHold && (
                    <>
                      <VerdictWord verdict="hold" />{" "}
                    </>
                  )}
                  {v.tag} <span style={{ fontWeight: 400 }}>{v.trailerName}</span>
                </h2>
                <span>{v.what}</span>
                <Quiet>
                  {v.customer} · in since {clockInWords(v.openedAt)}, {dayInWords(v.openedAt)} · {v.openedBy}
                </Quiet>
              </Stack>
              <LinkButton to={`/bay/${v.id}`} $main aria-label={`Go on with ${v.tag}`}>
                Go on
              </LinkButton>
            </Row>
          </li>
        ))}
      </Lines>
    </Page>
  );
}
