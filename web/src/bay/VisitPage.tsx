import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation } from "wouter";
import { answer, type Schemas, shop } from "../api/client";
import { minutesInWords } from "../api/words";
import { TextButton } from "../ui/Button";
import { Columns, Head, Page, Quiet, Stack } from "../ui/Page";
import { Problem, Refused } from "../ui/Problem";
import { Aside } from "./Aside";
import { ClosePanel } from "./ClosePanel";
import { FindingPanel } from "./FindingPanel";
import { StepPanel } from "./StepPanel";
import { ValleyDrawing } from "./ValleyDrawing";

/** How often another screen's ticks are fetched. */
const LOOK_AGAIN = 4000;

/** One visit at work: the valley, the step at hand, and what is open, found and used. */
export default function VisitPage({ id }: { id: string }) {
  const queries = useQueryClient();
  const visit = useQuery({
    queryKey: ["visit", id],
    queryFn: () => answer(shop.GET("/api/bay/visits/{id}", { params: { path: { id } } })),
    refetchInterval: (query) => (query.state.data?.state.closedAt ? false : LOOK_AGAIN),
  });
  const settle = (state: Schemas["VisitState"]) =>
    queries.setQueryData<Schemas["VisitAnswer"]>(["visit", id], (now) => (now ? { ...now, state } : now));
  if (visit.error && !visit.data) return <Refused of={visit.error} back="/bay" backWords="Back to the bay" />;
  return visit.data ? <AtWork visit={visit.data} settle={settle} /> : <Page aria-busy="true" />;
}

function AtWork({
  visit,
  settle,
}: {
  visit: Schemas["VisitAnswer"];
  settle: (state: Schemas["VisitState"]) => void;
}) {
  // The step looked at: the next one, unless somebody picked another or makes a finding at it.
  const [chosen, setChosen] = useState<string | null>(null);
  const [finding, setFinding] = useState(false);
  // Only what is open is put back; what was not begun is left for another visit.
  const [leaving, setLeaving] = useState(false);
  const { state, packet } = visit;
  const key = chosen ?? (leaving ? state.nextToPutBack : state.next);
  const step = packet.steps.find((s) => s.key === key) ?? null;
  const deepest = state.openNow[0];

  return (
    <Page>
      <Head>
        <Stack $gap={2}>
          <h1>
            {visit.tag}{" "}
            <span style={{ fontWeight: 400, fontSize: "0.62em" }}>
              {visit.what.charAt(0).toLowerCase() + visit.what.slice(1)}
            </span>
          </h1>
        </Stack>
        <h2 style={{ fontSize: 19 }}>
          {minutesInWords(state.minutesDone)} of {visit.minutesInWords} ·{" "}
          {deepest ? `deepest now: ${deepest.name}, ${deepest.placeSpoken}` : "nothing open"}
        </h2>
      </Head>
      <ValleyDrawing visit={visit} />
      <Columns $shape="minmax(0, 1.9fr) minmax(0, 1fr)" style={{ marginTop: 8 }}>
        <Stack $gap={20}>
          {finding ? (
            <FindingPanel visit={visit} step={step} onState={settle} onLeave={() => setFinding(false)} />
          ) : step && !state.closedAt ? (
            <StepPanel
              key={step.key}
              visit={visit}
              step={step}
              onState={(now) => {
                settle(now);
                setChosen(null);
              }}
              onFound={() => setFinding(true)}
            />
          ) : (
            <ClosePanel visit={visit} onState={settle} onFound={() => setFinding(true)} />
          )}
        </Stack>
        <Aside
          visit={visit}
          step={step}
          leaving={leaving}
          onState={settle}
          onChoose={setChosen}
          onLeaving={setLeaving}
        />
      </Columns>
      {state.entries.length === 0 && state.findings.length === 0 && state.parts.length === 0 && (
        <TakeBackOut visit={visit} />
      )}
      <p style={{ marginTop: 28 }}>
        <Quiet>
          Keys at a step: Enter does it and goes on; with the step in focus, F is “I found something”, S
          skips, B takes the last one back. The axle maker’s figures and local law come before ours; brake
          work may be licensed work where you are.
        </Quiet>
      </p>
    </Page>
  );
}

function TakeBackOut({ visit }: { visit: Schemas["VisitAnswer"] }) {
  const queries = useQueryClient();
  const [, go] = useLocation();
  const out = useMutation({
    mutationFn: () => answer(shop.DELETE("/api/bay/visits/{id}", { params: { path: { id: visit.id } } })),
    onSuccess: async () => {
      await queries.invalidateQueries();
      go(`/yard/trailers/${visit.trailerId}`);
    },
  });
  return (
    <div style={{ marginTop: 16 }}>
      <Problem of={out.error} />
      <TextButton onPress={() => out.mutate()}>Taken in by mistake? Take it back out</TextButton>
    </div>
  );
}
