import { useState } from "react";
import styled from "styled-components";
import { Link } from "react-router";
import { useMay } from "../../api/useAccess";
import { dayInWords } from "../../api/words";
import { Button, linkShape } from "../../ui/Button";
import { Head, Page, Quiet, Row, Stack } from "../../ui/Page";
import { Waiting } from "../../ui/Waiting";
import { Beside } from "./Beside";
import type { Board } from "./board";
import { Bays } from "./Bays";
import { hour } from "../../api/hours";
import { Hands } from "./Hands";
import { Proposal } from "./Proposal";
import { TrailerSheet } from "./TrailerSheet";
import { useChanges, useToday } from "./useToday";

const LinkButton = styled(Link)<{ $main?: boolean }>`
  ${linkShape}
`;

const Split = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 20px 28px;
  align-items: start;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

/** The shop's day: which trailer stands in which bay when, who works on it, and what stands beside. */
export default function Today() {
  const today = useToday();
  const board = today.data;
  return (
    <Page>
      <Head>
        <h1>
          Today{" "}
          {board && (
            <Quiet style={{ fontWeight: 400 }}>
              {dayInWords(board.day)}
              {board.opens === board.closes
                ? ", nobody works"
                : `, ${hour(board.opens)} to ${hour(board.closes)}`}
            </Quiet>
          )}
        </h1>
        <LinkButton to="/bay/wall">For the wall</LinkButton>
      </Head>
      <Waiting of={today} what="Looking at the day" rows={5} />
      {board && <Day board={board} />}
    </Page>
  );
}

function Day({ board }: { board: Board }) {
  const changes = useChanges(board);
  const mayPlan = useMay("plan");
  const [picked, setPicked] = useState<string | null>(null);
  const [planning, setPlanning] = useState(false);
  const trailer = board.trailers.find((t) => t.id === picked);
  return (
    <Stack $gap={16}>
      <Row style={{ justifyContent: "space-between" }}>
        <Hands board={board} changes={changes} mayPlan={mayPlan} />
        {mayPlan && board.opens !== board.closes && (
          <Button $main onPress={() => setPlanning(true)}>
            Plan the day
          </Button>
        )}
      </Row>
      {planning && <Proposal board={board} changes={changes} onClose={() => setPlanning(false)} />}
      {board.trailers.length === 0 ? (
        <Stack>
          <p>No trailer is here, and none is expected today.</p>
          <Row>
            <LinkButton to="/yard">Take one in from the yard</LinkButton>
            <LinkButton to="/horizon">See what is coming</LinkButton>
          </Row>
        </Stack>
      ) : (
        <Split>
          <Bays board={board} changes={changes} mayPlan={mayPlan} onPick={setPicked} />
          <Beside board={board} onPick={setPicked} />
        </Split>
      )}
      {trailer && (
        <TrailerSheet
          key={trailer.id}
          board={board}
          trailer={trailer}
          changes={changes}
          mayPlan={mayPlan}
          onClose={() => setPicked(null)}
        />
      )}
    </Stack>
  );
}
