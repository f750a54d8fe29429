import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answer, shop } from "../api/client";
import { dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { Columns, Head, Lines, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { VisitLines } from "../ui/VisitLines";
import { YearPlot } from "./YearPlot";

/** What was done, newest first; what is still owed, and what the year came to. */
export default function Ledger() {
  return (
    <Page>
      <Head>
        <h1>What was done</h1>
        <Link to="/ledger/tables">Tables in and out</Link>
      </Head>
      <Columns $shape="1.9fr 1fr">
        <VisitLines />
        <Stack $gap={28}>
          <Owed />
          <YearPlot />
        </Stack>
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
