import { useInfiniteQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "wouter";
import { answer, type Schemas, shop } from "../api/client";
import { dayInWords } from "../api/words";
import { MoreRows } from "../ui/MoreRows";
import { Head, Page, Quiet, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { VerdictWord } from "../ui/Verdict";

const List = styled.ol`
  border-bottom: 1px solid var(--hair);
  li {
    display: grid;
    grid-template-columns: 150px minmax(0, 1fr) minmax(0, 1.4fr);
    gap: 2px 24px;
    padding: 9px 0;
    border-top: 1px solid var(--hair);
    overflow-wrap: anywhere;
  }
  a {
    font:
      600 20px/1.2 "Barlow Semi Condensed",
      sans-serif;
    display: inline-block;
    padding: 3px 0;
  }
  @media (max-width: 760px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

const STEP = 50;

const GROUPS: readonly (readonly [Schemas["Nearness"], string])[] = [
  ["overdue", "Overdue"],
  ["soon", "Within about two months"],
  ["later", "Later"],
];

/** What comes due across all trailers, soonest first, each with its reason. */
export default function Horizon() {
  const horizon = useInfiniteQuery({
    queryKey: ["horizon"],
    queryFn: ({ pageParam }) =>
      answer(shop.GET("/api/horizon", { params: { query: { skip: pageParam, take: STEP } } })),
    initialPageParam: 0,
    getNextPageParam: (last, pages) =>
      pages.length * STEP < last.trailers ? pages.length * STEP : undefined,
  });
  const first = horizon.data?.pages[0];
  const coming = horizon.data?.pages.flatMap((page) => page.coming) ?? [];
  return (
    <Page>
      <Head>
        <h1>What comes due</h1>
        {first && <Quiet>{first.trailers} trailers with something due, soonest first</Quiet>}
      </Head>
      <Problem of={horizon.error} />
      {first?.trailers === 0 && (
        <p>
          Nothing is due: there is no trailer to repack yet. <Link href="/yard">Add one in the yard.</Link>
        </p>
      )}
      <Stack $gap={26}>
        {first && first.followUps.length > 0 && (
          <Section>
            <h2>Checks owed</h2>
            <List>
              {first.followUps.map((f) => (
                <li key={f.id}>
                  <span>{dayInWords(f.dueOn)}</span>
                  <span>
                    <Link href={`/yard/trailers/${f.trailerId}`}>{f.tag}</Link> {f.words}
                  </span>
                  <Quiet>{f.reason}</Quiet>
                </li>
              ))}
            </List>
          </Section>
        )}
        {GROUPS.map(([nearness, words]) => {
          const rows = coming.filter((c) => c.nearness === nearness);
          return rows.length === 0 ? null : (
            <Section key={nearness}>
              <h2>{words}</h2>
              <List>
                {rows.map((c) => (
                  <li key={c.trailerId + c.on + c.places}>
                    <span>{dayInWords(c.on)}</span>
                    <span>
                      <Link href={`/yard/trailers/${c.trailerId}`}>{c.tag}</Link> {c.name}
                      <br />
                      <Quiet>{c.customer}</Quiet>
                    </span>
                    <span>
                      {c.job}, {c.places}
                      {c.openVisit && <b> · in the bay now</b>} {c.onHold && <VerdictWord verdict="hold" />}
                      <br />
                      <Quiet>{c.reason}</Quiet>
                    </span>
                  </li>
                ))}
              </List>
            </Section>
          );
        })}
      </Stack>
      <MoreRows of={horizon}>Look farther</MoreRows>
    </Page>
  );
}
