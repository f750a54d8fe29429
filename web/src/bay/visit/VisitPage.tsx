import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Suspense, useCallback, useState } from "react";
import styled from "styled-components";
import { Link, useNavigate } from "react-router";
import { answer, type Schemas, sentence, shop } from "../../api/client";
import { useTrailerEvidence } from "../../api/useTrailerEvidence";
import { minutesInWords, small } from "../../api/words";
import { TextButton } from "../../ui/Button";
import { later } from "../../ui/later";
import { Select } from "../../ui/Select";
import { Switch } from "../../ui/Switch";
import { HoldBanner } from "../../ui/HoldBanner";
import { note } from "../../ui/Notes";
import { Columns, Head, Page, Quiet, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { Aside } from "./Aside";
import { ClosePanel } from "./ClosePanel";
import { FindingPanel } from "../findings/FindingPanel";
import { cardOf, PACES, usePace } from "../card/pace";
import { StepPanel } from "../step/StepPanel";
import { spoken, spokenCard, useAloud } from "../step/useAloud";
import { useTakeBack } from "./useTakeBack";
import { LOOK_AGAIN, useVisitNews } from "./useVisitNews";
import { ValleyDrawing } from "./ValleyDrawing";
import { Bone } from "../../ui/Skeleton";
import { WaitingPage } from "../../ui/Waiting";

const CardPanel = later(() => import("../card/CardPanel"));

// On a phone the step at hand needs the room: the jobs are told in full further down.
const What = styled.span`
  font-weight: 400;
  font-size: 0.62em;
  @media (max-width: 640px) {
    display: block;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
`;

/** One visit at work: the valley, the step at hand, and what is open, found and used. */
export default function VisitPage({ id }: { id: string }) {
  const queries = useQueryClient();
  const visit = useQuery({
    queryKey: ["visit", id],
    queryFn: () => answer(shop.GET("/api/bay/visits/{id}", { params: { path: { id } } })),
    // Fetched again only while the stream of changes is away.
    refetchInterval: (query) =>
      query.state.data?.state.closedAt || query.state.status !== "error" ? false : LOOK_AGAIN,
  });
  const again = useCallback(() => void queries.invalidateQueries({ queryKey: ["visit", id] }), [queries, id]);
  useVisitNews(id, visit.data !== undefined && !visit.data.state.closedAt, again);
  const settle = (state: Schemas["VisitState"]) => {
    queries.setQueryData<Schemas["VisitAnswer"]>(["visit", id], (now) => (now ? { ...now, state } : now));
    // Composed anew, here or on another tablet: the packet shown is an old one.
    if (state.composed !== visit.data?.composed) again();
  };
  return visit.data ? (
    <AtWork visit={visit.data} settle={settle} />
  ) : (
    <WaitingPage of={visit} what="Opening the visit" like="bay" back="/bay" backWords="Back to the bay" />
  );
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
  // Known before anything is found, so that what the record says of a part pushes nothing away under a finger.
  useTrailerEvidence(visit.trailerId);
  // Where two work, each screen is one's: it leads through that one's steps.
  const [hand, setHand] = useHand(visit);
  const next = state.nextOfHands.length === 2 ? (state.nextOfHands[hand - 1] ?? null) : state.next;
  const key = chosen ?? (leaving ? state.nextToPutBack : next);
  const step = packet.steps.find((s) => s.key === key) ?? null;
  const deepest = state.openNow[0];
  const [pace, setPace] = usePace();
  // A step that somebody opened stands alone, whatever the pace.
  const card = chosen === null && !leaving && visit.technicians === 1 ? cardOf(visit, pace) : [];
  const aloud = useAloud(card.length > 0 ? spokenCard(card, visit.critical) : step ? spoken(step) : "");
  const back = useTakeBack(visit, settle, (fault) => note(sentence(fault)));

  return (
    <Page>
      <Head>
        <Stack $gap={2}>
          <h1>
            {visit.tag} <What>{small(visit.what)}</What>
          </h1>
        </Stack>
        {visit.technicians === 1 && !state.closedAt && (
          <Select label="How you are led" quiet value={pace} options={PACES} onChange={setPace} />
        )}
        <h2 style={{ fontSize: 19 }}>
          {visit.technicians === 2 && (
            <>
              {hand === 1 ? "first" : "second"} technician{" "}
              <TextButton onPress={() => setHand(hand === 1 ? 2 : 1)}>
                lead the {hand === 1 ? "second" : "first"} instead
              </TextButton>{" "}
              ·
            </>
          )}{" "}
          {minutesInWords(state.minutesDone)} of {visit.minutesInWords}
          {visit.technicians === 2 && `, ${visit.elapsedInWords} with two`} ·{" "}
          <Link to={`/bay/${visit.id}/round`}>Walk round it</Link> ·{" "}
          {deepest ? `deepest now: ${deepest.name}, ${deepest.placeSpoken}` : "nothing open"}
        </h2>
      </Head>
      {state.holds.length > 0 && <HoldBanner seen={state.holds} />}
      <ValleyDrawing visit={visit} />
      <Columns $shape="minmax(0, 1.9fr) minmax(0, 1fr)" style={{ marginTop: 8 }}>
        <Stack $gap={20}>
          {finding ? (
            <FindingPanel visit={visit} step={step} onState={settle} onLeave={() => setFinding(false)} />
          ) : card.length > 0 && !state.closedAt ? (
            <Suspense fallback={<Bone $h={420} />}>
              <CardPanel
                key={card[0]?.key}
                visit={visit}
                steps={card}
                onState={settle}
                onFound={() => setFinding(true)}
                onOpen={setChosen}
                onBack={back.takingBack ? undefined : back.takeBack}
              />
            </Suspense>
          ) : step && !state.closedAt ? (
            <StepPanel
              key={step.key}
              visit={visit}
              step={step}
              onState={(now) => {
                settle(now);
                setChosen(null);
              }}
              onTold={settle}
              onFound={() => setFinding(true)}
            />
          ) : next === null && !leaving && state.next !== null ? (
            <p>The other one’s work comes first; this screen goes on by itself.</p>
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
          aloud={
            aloud.can && (
              <Switch on={aloud.on} onChange={aloud.set}>
                Read aloud
              </Switch>
            )
          }
        />
      </Columns>
      {state.entries.length === 0 && state.findings.length === 0 && state.parts.length === 0 && (
        <TakeBackOut visit={visit} />
      )}
      <p style={{ marginTop: 28 }}>
        <Quiet>
          Keys at a step: Enter does it and goes on; with the step in focus, F is “I found something”, S
          skips, B takes the last one back; PageDown is done and PageUp back, for a pedal. The axle maker’s
          figures and local law come before ours; brake work may be licensed work where you are.
        </Quiet>
      </p>
    </Page>
  );
}

/** Whose screen this is, where two work on a visit; remembered by this browser. */
function useHand(visit: Schemas["VisitAnswer"]) {
  const at = `tinker-hand/${visit.id}`;
  const [hand, set] = useState<1 | 2>(() => (sessionStorage.getItem(at) === "2" ? 2 : 1));
  const setHand = (now: 1 | 2) => {
    sessionStorage.setItem(at, String(now));
    set(now);
  };
  return [hand, setHand] as const;
}

function TakeBackOut({ visit }: { visit: Schemas["VisitAnswer"] }) {
  const queries = useQueryClient();
  const go = useNavigate();
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
