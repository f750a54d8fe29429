import { useInfiniteQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, shop } from "../api/client";
import { dayInWords } from "../api/words";
import { MoreRows } from "./MoreRows";
import { Lines, Quiet, Row, Stack } from "./Page";
import { VerdictWord } from "./Verdict";
import { Waiting } from "./Waiting";

const PAGE = 40;

const Day = styled(Link)`
  display: inline-block;
  padding: 3px 0;
  font:
    600 20px/1.3 "Barlow Semi Condensed",
    sans-serif;
`;

/** Closed visits, newest first: of the whole shop, or of one trailer. */
export function VisitLines({ trailer }: { trailer?: string }) {
  const visits = useInfiniteQuery({
    queryKey: ["ledger", trailer],
    queryFn: ({ pageParam }) =>
      answer(shop.GET("/api/ledger/visits", { params: { query: { trailer, skip: pageParam, take: PAGE } } })),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (last.more ? pages.length * PAGE : undefined),
  });
  const rows = visits.data?.pages.flatMap((page) => page.visits) ?? [];
  return (
    <Stack>
      <Waiting of={visits} what="Reading what was done" rows={14} />
      {visits.data && (
        <Lines>
          {rows.map((v) => (
            <li key={v.id}>
              <Row style={{ justifyContent: "space-between" }} $gap={16}>
                <Stack $gap={2} style={{ flex: "1 1 400px" }}>
                  <span>
                    <Day to={`/ledger/visits/${v.id}`}>
                      {!trailer && `${v.tag}, `}
                      {dayInWords(v.closedAt)}
                    </Day>{" "}
                    {!trailer && v.trailerName}
                  </span>
                  <span>{v.what}</span>
                  {v.releasedBecause && <b>Left on Hold: {v.releasedBecause}</b>}
                </Stack>
                <Row $gap={16}>
                  <Quiet>{v.takenOver ? `from an earlier record: ${v.takenOver}` : v.by}</Quiet>
                  {v.mended > 0 && <Quiet>{v.mended} mended</Quiet>}
                  {v.worst && <VerdictWord verdict={v.worst} />}
                </Row>
              </Row>
            </li>
          ))}
        </Lines>
      )}
      {visits.data && rows.length === 0 && (
        <p>No visit has been closed yet. What is done in the bay is written down here.</p>
      )}
      <MoreRows of={visits}>Show older ones</MoreRows>
    </Stack>
  );
}
