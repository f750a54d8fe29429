import { type InfiniteData, useInfiniteQuery, useMutation, useQueryClient } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { Button } from "../ui/Button";
import { Columns, Head, Lines, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { VisitLines } from "../ui/VisitLines";
import { note } from "../ui/Notes";
import { Waiting } from "../ui/Waiting";
import { YearPlot } from "./YearPlot";
import { OwedBy } from "../ui/OwedBy";

/** What was done, newest first; what is still owed, and what the year came to. */
export default function Ledger() {
  return (
    <Page>
      <Head>
        <h1>What was done</h1>
        <Row $gap={20}>
          <Link to="/ledger/evidence">What our own years say</Link>
          <Link to="/ledger/tables">Tables in and out</Link>
        </Row>
      </Head>
      <Columns $shape="1.9fr 1fr">
        <VisitLines />
        <Stack $gap={28}>
          <Owed>
            <YearPlot />
          </Owed>
        </Stack>
      </Columns>
    </Page>
  );
}

const KEY = ["follow-ups"];

interface Tick {
  id: string;
  done: boolean;
  words: string;
}

/** Checks owed; what stands below them comes once it is known how many they are. */
function Owed({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const owed = useInfiniteQuery({
    queryKey: KEY,
    queryFn: ({ pageParam }) =>
      answer(shop.GET("/api/ledger/follow-ups", { params: { query: { skip: pageParam } } })),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const known = pages.reduce((sum, page) => sum + page.owed.length, 0);
      return known < last.total && last.owed.length > 0 ? known : undefined;
    },
  });
  const rows = owed.data?.pages.flatMap((page) => page.owed) ?? [];
  const tick = useMutation({
    mutationFn: ({ id, done }: Tick) =>
      answer(shop.PUT("/api/ledger/follow-ups/{id}", { params: { path: { id } }, body: { done } })),
    // Gone from the list at once; what the server says then has the last word.
    onMutate: ({ id, done }) => {
      if (!done) return;
      queries.setQueryData<InfiniteData<Schemas["FollowUpPage"], number>>(
        KEY,
        (now) =>
          now && {
            ...now,
            pages: now.pages.map((page) => ({ ...page, owed: page.owed.filter((f) => f.id !== id) })),
          },
      );
    },
    onSuccess: (_page, { id, words, done }) => {
      if (done) note(`Done: ${words}.`, () => tick.mutate({ id, done: false, words }));
    },
    onSettled: async () => {
      await queries.invalidateQueries({ queryKey: KEY });
      await queries.invalidateQueries({ queryKey: ["trailer"] });
    },
  });
  return (
    <>
      <Section>
        <h2>Checks owed</h2>
        <Waiting of={owed} what="Reading what is owed" rows={2} />
        <Problem of={tick.error} />
        <Lines>
          {rows.map((f) => (
            <li key={f.id}>
              <Row style={{ justifyContent: "space-between" }}>
                <Stack $gap={2}>
                  <span>
                    <Link to={`/yard/trailers/${f.trailerId}`}>{f.tag}</Link> {f.words}
                    <OwedBy on={f.dueOn} />
                  </span>
                  <Quiet>{f.reason}</Quiet>
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
        {owed.data && rows.length === 0 && <Quiet>nothing</Quiet>}
        {owed.hasNextPage && (
          <div>
            <Button isDisabled={owed.isFetchingNextPage} onPress={() => void owed.fetchNextPage()}>
              Show later ones, {((owed.data?.pages[0]?.total ?? 0) - rows.length).toLocaleString("en")} more
            </Button>
          </div>
        )}
      </Section>
      {!owed.isPending && children}
    </>
  );
}
