import { Link } from "react-router";
import styled from "styled-components";
import type { Schemas } from "../../api/client";
import { TextButton } from "../../ui/Button";
import { type ReactNode, useState } from "react";
import { Plain, Quiet, Row, Section, Stack } from "../../ui/Page";
import { type TabOf, Tabs } from "../../ui/Tabs";
import { useKit } from "../parts/useKit";
import { later } from "../../ui/later";
import { Problem } from "../../ui/Problem";
import { Found } from "../findings/Found";
import { Readings } from "../step/Readings";
import { Conclusions } from "../../ui/Conclusions";
import { useChangeJobs } from "./useChangeJobs";
import { openInWords } from "./openNow";

const Side = styled.aside`
  border-left: 1px solid var(--hair);
  padding-left: 26px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  align-content: start;
  @media (max-width: 900px) {
    border-left: 0;
    padding-left: 0;
    border-top: 1px solid var(--hair);
    padding-top: 18px;
  }
`;

// What is told at every step stands close, so that the tabs below it stay in view.
const Close = styled(Section)`
  gap: 3px;
  ul {
    gap: 1px;
  }
`;

interface Props {
  visit: Schemas["VisitAnswer"];
  step: Schemas["PacketStep"] | null;
  onState: (state: Schemas["VisitState"]) => void;
  onChoose: (key: string | null) => void;
  /** Whether only what is open is being put back. */
  leaving: boolean;
  onLeaving: (leaving: boolean) => void;
  /** Turns reading aloud on and off, where the browser can. */
  aloud: ReactNode;
}

const AHEAD = 4;

type Shown = "found" | "parts" | "jobs" | "steps" | "customer";

const LookInto = later(() => import("../findings/LookInto"));
const PartsTab = later(() => import("../parts/PartsTab"));
const JobsPanel = later(async () => ({ default: (await import("./JobsPanel")).JobsPanel }));
const CustomerTab = later(() => import("./CustomerTab"));

/** Beside the step: what comes then, what is open, what to take, what was found, measured and used. */
export function Aside({ visit, step, leaving, onState, onChoose, onLeaving, aloud }: Props) {
  const { state, packet } = visit;
  const at = step ? packet.steps.findIndex((s) => s.key === step.key) : packet.steps.length;
  const settled = new Set(state.entries.map((e) => e.key));
  const open = new Set(state.openNow.map((o) => `${o.code} ${o.place}`));
  const then = packet.steps
    .slice(at + 1)
    .filter((s) => !settled.has(s.key) && (!leaving || open.has(`${s.opening} ${s.place}`)))
    .slice(0, AHEAD);
  const here = packet.steps.slice(at, at + AHEAD * 3);
  const tools = [...new Set(here.filter((s) => s.place === step?.place).flatMap((s) => s.tools))];
  const change = useChangeJobs(visit);
  const [shown, setShown] = useState<Shown>("found");
  const short = useKit(visit).data?.lines.filter((l) => l.kept && l.missing > 0).length ?? 0;
  const tabs: TabOf<Shown>[] = [
    {
      id: "found",
      title: "Found",
      count: state.findings.filter((f) => f.judgement.verdict !== "sound").length,
      stays: true,
      body: (
        <Stack $gap={22}>
          {state.findings.length + state.readings.length === 0 && <Quiet>Nothing yet.</Quiet>}
          {!state.closedAt && <LookInto visit={visit.id} />}
          <Found visit={visit} onState={onState} />
          <Readings visit={visit} />
          <Skipped visit={visit} />
        </Stack>
      ),
    },
    {
      id: "parts",
      title: short > 0 ? `Parts, ${short} short` : "Parts",
      count: short > 0 ? 0 : state.parts.length,
      stays: true,
      body: <PartsTab visit={visit} step={step} onState={onState} />,
    },
    { id: "jobs", title: "Jobs", count: state.jobs.length, stays: true, body: <JobsPanel visit={visit} /> },
    {
      id: "customer",
      title: "Customer",
      body: <CustomerTab visit={visit} />,
    },
    {
      id: "steps",
      title: "Steps",
      count: packet.steps.length,
      body: <AllSteps visit={visit} onChoose={onChoose} />,
    },
  ];
  return (
    <Side aria-label="Beside the step">
      {!state.closedAt && (
        <Close>
          <Row style={{ justifyContent: "space-between", marginBlock: -12 }}>
            <h3>Open now</h3>
            {aloud}
          </Row>
          <Plain>
            {openInWords(state.openNow).map((line) => (
              <li key={line}>{line}</li>
            ))}
            {state.openNow.length === 0 && <li>nothing</li>}
          </Plain>
        </Close>
      )}
      {then.length > 0 && (
        <Close>
          <h3>Then</h3>
          <Plain>
            {then.map((s) => (
              <li key={s.key} style={s.place === step?.place ? undefined : { color: "var(--steel)" }}>
                {s.title}
              </li>
            ))}
          </Plain>
        </Close>
      )}
      {tools.length > 0 && (
        <Close>
          <h3>Take with you</h3>
          <p>{tools.join(", ")}</p>
        </Close>
      )}
      <Conclusions
        of={state.conclusions}
        onAdd={
          state.closedAt
            ? undefined
            : ({ job, place }) =>
                change.mutate({
                  jobs: [...state.jobs.map((j) => ({ job: j.job, place: j.place })), { job, place }],
                  technicians: visit.technicians,
                })
        }
      />
      <Problem of={change.error} />
      {!state.closedAt && (
        <div>
          {step && state.next !== step.key && (
            <TextButton onPress={() => onChoose(null)}>Back to the step at hand</TextButton>
          )}
          {leaving ? (
            <p>
              Only what is open is put back now; what was not done stays due.{" "}
              <TextButton onPress={() => onLeaving(false)}>Go on with everything</TextButton>
            </p>
          ) : (
            state.next !== null &&
            state.entries.length > 0 && (
              <TextButton
                onPress={() => {
                  onChoose(null);
                  onLeaving(true);
                }}
              >
                Leave the rest for another visit
              </TextButton>
            )
          )}
        </div>
      )}
      <Tabs label="Of this visit" tabs={tabs} shown={shown} onShow={setShown} />
    </Side>
  );
}

function Skipped({ visit }: Pick<Props, "visit">) {
  const skipped = visit.state.entries.filter((e) => e.skippedBecause);
  return skipped.length === 0 ? null : (
    <Section>
      <h3>Skipped</h3>
      <Plain>
        {skipped.map((e) => (
          <li key={e.id}>
            {visit.packet.steps.find((s) => s.key === e.key)?.title}: <Quiet>{e.skippedBecause}</Quiet>
          </li>
        ))}
      </Plain>
    </Section>
  );
}

/** Every step, the settled ones ticked, any other to go to; and whose practice they follow. */
function AllSteps({ visit, onChoose }: Pick<Props, "visit" | "onChoose">) {
  const settled = new Set(visit.state.entries.map((e) => e.key));
  return (
    <Stack $gap={16}>
      {!visit.state.closedAt && (
        <Row $gap={16}>
          <Link to={`/ledger/papers/packet/${visit.id}`}>The packet on paper</Link>
          <Link to={`/bay/${visit.id}/from-paper`}>Type it in from paper</Link>
        </Row>
      )}
      <Plain>
        {visit.packet.steps.map((s) => (
          <li key={s.key}>
            {settled.has(s.key) || visit.state.closedAt ? (
              <Quiet>
                {settled.has(s.key) && "✓ "}
                {s.title}, {s.placeSpoken}
              </Quiet>
            ) : (
              <TextButton onPress={() => onChoose(s.key)}>
                {s.title}, {s.placeSpoken}
              </TextButton>
            )}
          </li>
        ))}
      </Plain>
      <Section>
        <h3>Practices</h3>
        <Plain>
          {visit.practices.map((s) => (
            <li key={s}>
              <Quiet>{s}</Quiet>
            </li>
          ))}
        </Plain>
      </Section>
    </Stack>
  );
}
