import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answer, shop } from "../api/client";
import { dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { MoreRows } from "../ui/MoreRows";
import { Columns, Head, Lines, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { VerdictWord } from "../ui/Verdict";
import { YearPlot } from "./YearPlot";
import { Waiting } from "../ui/Waiting";

const PAGE = 40;

/** What was done, newest first: of the whole shop, or of one trailer. */
export default function Ledger({ trailer }: { trailer?: string }) {
  const visits = useInfiniteQuery({
    queryKey: ["ledger", trailer],
    queryFn: ({ pageParam }) =>
      answer(shop.GET("/api/ledger/visits", { params: { query: { trailer, skip: pageParam, take: PAGE } } })),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (last.more ? pages.length * PAGE : undefined),
  });
  const rows = visits.data?.pages.flatMap((page) => page.visits) ?? [];
  const one = useQuery({
    queryKey: ["trailer", trailer],
    queryFn: () => answer(shop.GET("/api/yard/trailers/{id}", { params: { path: { id: trailer ?? "" } } })),
    enabled: trailer !== undefined,
  });
  return (
    <Page>
      <Head>
        <h1>{trailer ? `What was done on ${one.data?.tag ?? "this trailer"}` : "What was done"}</h1>
        <Row $gap={20}>
          {trailer ? (
            <>
              <Link to={`/ledger/trailers/${trailer}/wear`}>How it wears</Link>
              <Link to={`/yard/trailers/${trailer}`}>Back to {one.data?.tag ?? "the trailer"}</Link>
            </>
          ) : (
            <Link to="/ledger/tables">Tables in and out</Link>
          )}
        </Row>
      </Head>
      <Problem of={one.error} />
      <Waiting of={visits} what="Reading what was done" />
      <Columns $shape={trailer ? "1fr" : "1.9fr 1fr"}>
        <Stack>
          <Lines>
            {rows.map((v) => (
              <li key={v.id}>
                <Row style={{ justifyContent: "space-between" }} $gap={16}>
                  <Stack $gap={2} style={{ flex: "1 1 400px" }}>
                    <span>
                      <Link
                        to={`/ledger/visits/${v.id}`}
                        style={{
                          font: "600 20px/1.3 Barlow Semi Condensed",
                          padding: "3px 0",
                          display: "inline-block",
                        }}
                      >
                        {v.tag}, {dayInWords(v.closedAt)}
                      </Link>{" "}
                      {v.trailerName}
                    </span>
                    <span>{v.what}</span>
                    {v.releasedBecause && <b>Left on Hold: {v.releasedBecause}</b>}
                  </Stack>
                  <Row $gap={16}>
                    <Quiet>{v.by}</Quiet>
                    {v.mended > 0 && <Quiet>{v.mended} mended</Quiet>}
                    {v.worst && <VerdictWord verdict={v.worst} />}
                  </Row>
                </Row>
              </li>
            ))}
          </Lines>
          {visits.data && rows.length === 0 && (
            <p>No visit has been closed yet. What is done in the bay is written down here.</p>
          )}
          <MoreRows of={visits}>Show older ones</MoreRows>
        </Stack>
        {!trailer && (
          <Stack $gap={28}>
            <Owed />
            <YearPlot />
          </Stack>
        )}
      </Columns>
    </Page>
  );
}

function Owed() {
  const queries = useQueryClient();
  const owed = useQuery({
    queryKey: ["follow-ups"],
    queryFn: () => answer(shop.GET("/api/ledger/follow-ups")),
  });
  const [last, setLast] = useState<{ id: string; words: string } | null>(null);
  const tick = useMutation({
    mutationFn: ({ id, done }: { id: string; done: boolean }) =>
      answer(shop.PUT("/api/ledger/follow-ups/{id}", { params: { path: { id } }, body: { done } })),
    onSuccess: async (now) => {
      queries.setQueryData(["follow-ups"], now);
      await queries.invalidateQueries({ queryKey: ["trailer"] });
    },
  });
  return (
    <Section>
      <h2>Checks owed</h2>
      <Problem of={owed.error ?? tick.error} />
      <Lines>
        {owed.data?.map((f) => (
          <li key={f.id}>
            <Row style={{ justifyContent: "space-between" }}>
              <Stack $gap={2}>
                <span>
                  <Link to={`/yard/trailers/${f.trailerId}`}>{f.tag}</Link> {f.words}
                </span>
                <Quiet>
                  by {dayInWords(f.dueOn)}, {f.reason}
                </Quiet>
              </Stack>
              <Button
                aria-label={`Done: ${f.words}, ${f.tag}`}
                onPress={() => {
                  setLast({ id: f.id, words: `${f.words}, ${f.tag}` });
                  tick.mutate({ id: f.id, done: true });
                }}
              >
                Done
              </Button>
            </Row>
          </li>
        ))}
      </Lines>
      {owed.data?.length === 0 && <Quiet>nothing</Quiet>}
      {last && (
        <p role="status">
          Ticked: {last.words}.{" "}
          <TextButton
            onPress={() => {
              tick.mutate({ id: last.id, done: false });
              setLast(null);
            }}
          >
            take back
          </TextButton>
        </p>
      )}
    </Section>
  );
}
