import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { dayInWords } from "../api/words";
import { Button } from "../ui/Button";
import { Columns, Head, Lines, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { VisitLines } from "../ui/VisitLines";
import { note } from "../ui/Notes";
import { Waiting } from "../ui/Waiting";
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
  const KEY = ["follow-ups"];
  const owed = useQuery({ queryKey: KEY, queryFn: () => answer(shop.GET("/api/ledger/follow-ups")) });
  const tick = useMutation({
    mutationFn: ({ id, done }: { id: string; done: boolean; words: string }) =>
      answer(shop.PUT("/api/ledger/follow-ups/{id}", { params: { path: { id } }, body: { done } })),
    // Gone from the list at once; the answer, or its failure, has the last word.
    onMutate: ({ id, done }) => {
      const before = queries.getQueryData<Schemas["FollowUpAnswer"][]>(KEY);
      if (done)
        queries.setQueryData(
          KEY,
          before?.filter((f) => f.id !== id),
        );
      return before;
    },
    onError: (_fault, _sent, before) => queries.setQueryData(KEY, before),
    onSuccess: async (now, { id, done, words }) => {
      queries.setQueryData(KEY, now);
      if (done) note(`Done: ${words}.`, () => tick.mutate({ id, done: false, words }));
      await queries.invalidateQueries({ queryKey: ["trailer"] });
    },
  });
  return (
    <Section>
      <h2>Checks owed</h2>
      <Waiting of={owed} what="Reading what is owed" rows={2} />
      <Problem of={tick.error} />
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
                onPress={() => tick.mutate({ id: f.id, done: true, words: `${f.words}, ${f.tag}` })}
              >
                Done
              </Button>
            </Row>
          </li>
        ))}
      </Lines>
      {owed.data?.length === 0 && <Quiet>nothing</Quiet>}
    </Section>
  );
}
