import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../../api/client";
import { useMay } from "../../api/useAccess";
import { dayInWords } from "../../api/words";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { Head, Page, Quiet, Row, Stack } from "../../ui/Page";
import { Counted, Waiting } from "../../ui/Waiting";
import { ToLookAt, Topic } from "./EvidenceCard";
import { askAnew, SOON } from "./askAnew";

type Evidence = Schemas["EvidenceAnswer"];

const TOPICS: readonly [Schemas["EvidenceTopic"], string][] = [
  ["interval", "Are the intervals right?"],
  ["wrong", "Is something wrong?"],
  ["differs", "Does it make a difference?"],
  ["lasts", "How long does it last?"],
  ["cost", "What does it cost?"],
  ["calibration", "End play"],
];

/** What the shop's own years say: a card a question. */
export default function EvidencePage({ calibration = false }: { calibration?: boolean }) {
  const queries = useQueryClient();
  const may = useMay("calibrate");
  const evidence = useQuery({
    queryKey: ["evidence", calibration],
    queryFn: (): Promise<Evidence> =>
      calibration ? answer(shop.GET("/api/ledger/calibration")) : answer(shop.GET("/api/ledger/evidence")),
    // While it is being asked, or has never been.
    refetchInterval: (q) => (q.state.data && (q.state.data.progress || !q.state.data.asOf) ? SOON : false),
  });
  const taken = useQuery({
    queryKey: ["advice-taken"],
    queryFn: () => answer(shop.GET("/api/settings/advice")),
    enabled: !calibration,
  });
  // What was written since it was asked last is asked after while somebody reads what it said before.
  useEffect(() => {
    askAnew(queries);
  }, [queries]);
  return (
    <Page>
      <Breadcrumbs
        way={[["/ledger", "Ledger"], ...(calibration ? ([["/ledger/evidence", "Evidence"]] as const) : [])]}
        here={calibration ? "Calibration" : "Evidence"}
      />
      <Head>
        <Stack $gap={2}>
          <h1>{calibration ? "Do our gauges agree?" : "What our own years say"}</h1>
          {evidence.data?.asOf && (
            <Quiet>
              {evidence.data.trailers === 1
                ? "One trailer"
                : `${evidence.data.trailers.toLocaleString("en")} trailers`}
              , asked {dayInWords(evidence.data.asOf)}
            </Quiet>
          )}
        </Stack>
        <Row $gap={18}>
          {!calibration && may && <Link to="/ledger/calibration">Do our gauges agree?</Link>}
          {!calibration && (
            <a href="/api/ledger/tables/evidence.csv" download>
              All figures as CSV
            </a>
          )}
        </Row>
      </Head>
      <Waiting of={evidence} what="Reading what the record says" rows={6} />
      {evidence.data?.progress && (
        <Counted what="Asking the record" done={evidence.data.progress.done} of={evidence.data.progress.of} />
      )}
      {evidence.data && <Cards evidence={evidence.data} taken={taken.data} calibration={calibration} />}
    </Page>
  );
}

function Cards({
  evidence,
  taken,
  calibration,
}: {
  evidence: Evidence;
  taken: Schemas["AdviceTaken"] | undefined;
  calibration: boolean;
}) {
  if (!evidence.asOf)
    return evidence.progress ? null : <p>The record has not been asked yet: it is in a moment.</p>;
  if (evidence.cards.length === 0)
    return (
      <p>
        {calibration
          ? "Nobody has measured an end play yet."
          : "There is nothing to count yet. Each closed visit adds to it: what was put in, and how it was found later."}
      </p>
    );
  return (
    <Stack $gap={34}>
      {!calibration && <ToLookAt cards={evidence.cards} />}
      {TOPICS.map(([topic, title]) => (
        <Topic
          key={topic}
          title={title}
          cards={evidence.cards.filter((c) => c.topic === topic)}
          taken={taken}
        />
      ))}
    </Stack>
  );
}
