import styled from "styled-components";
import type { Schemas } from "../api/client";
import { TextButton } from "../ui/Button";
import { Plain, Quiet, Section } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { WherePlan } from "../gearplan/WherePlan";
import { Illustration } from "../illustrations/Illustration";
import { Found } from "./Found";
import { JobsPanel } from "./JobsPanel";
import { Readings } from "./Readings";
import { TakeAlong } from "./TakeAlong";
import { Conclusions } from "../ui/Conclusions";
import { useChangeJobs } from "./useChangeJobs";
import { openInWords } from "./openNow";
import { Used } from "./Used";
import { Disclosure } from "../ui/Disclosure";

const Side = styled.aside`
  border-left: 1px solid var(--hair);
  padding-left: 26px;
  display: grid;
  gap: 22px;
  align-content: start;
  @media (max-width: 900px) {
    border-left: 0;
    padding-left: 0;
    border-top: 1px solid var(--hair);
    padding-top: 18px;
  }
`;

const Figure = styled.figure`
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: space-between;
  min-height: 64px;
  @media (max-width: 900px) {
    display: none;
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
}

const AHEAD = 4;

/** Beside the step: what comes then, what is open, what to take, what was found, measured and used. */
export function Aside({ visit, step, leaving, onState, onChoose, onLeaving }: Props) {
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
  return (
    <Side aria-label="Beside the step">
      {step && !state.closedAt && <Where visit={visit} step={step} />}
      {!state.closedAt && (
        <Section>
          <h3>Open now</h3>
          <Plain>
            {openInWords(state.openNow).map((line) => (
              <li key={line}>{line}</li>
            ))}
            {state.openNow.length === 0 && <li>nothing</li>}
          </Plain>
        </Section>
      )}
      {then.length > 0 && (
        <Section>
          <h3>Then</h3>
          <Plain>
            {then.map((s) => (
              <li key={s.key} style={s.place === step?.place ? undefined : { color: "var(--steel)" }}>
                {s.title}
              </li>
            ))}
          </Plain>
        </Section>
      )}
      {tools.length > 0 && (
        <Section>
          <h3>Take with you</h3>
          <p>{tools.join(", ")}</p>
        </Section>
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
      <Found visit={visit} onState={onState} />
      <Readings visit={visit} />
      <TakeAlong visit={visit} onState={onState} />
      <Used visit={visit} step={step} onState={onState} />
      <JobsPanel visit={visit} />
      {state.entries.some((e) => e.skippedBecause) && (
        <Section>
          <h3>Skipped</h3>
          <Plain>
            {state.entries
              .filter((e) => e.skippedBecause)
              .map((e) => (
                <li key={e.id}>
                  {packet.steps.find((s) => s.key === e.key)?.title}: <Quiet>{e.skippedBecause}</Quiet>
                </li>
              ))}
          </Plain>
        </Section>
      )}
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
          <Disclosure title={<>All {packet.steps.length} steps</>}>
            <Plain style={{ marginTop: 8 }}>
              {packet.steps.map((s) => (
                <li key={s.key}>
                  {settled.has(s.key) ? (
                    <Quiet>
                      ✓ {s.title}, {s.placeSpoken}
                    </Quiet>
                  ) : (
                    <TextButton onPress={() => onChoose(s.key)}>
                      {s.title}, {s.placeSpoken}
                    </TextButton>
                  )}
                </li>
              ))}
            </Plain>
          </Disclosure>
        </div>
      )}
      <Disclosure title={<>Practices of this visit</>}>
        <Plain>
          {visit.practices.map((s) => (
            <li key={s}>
              <Quiet>{s}</Quiet>
            </li>
          ))}
        </Plain>
      </Disclosure>
    </Side>
  );
}

/** Where on the trailer the step is, and the thing it is about, small. */
function Where({ visit, step }: { visit: Schemas["VisitAnswer"]; step: Schemas["PacketStep"] }) {
  const subject = step.subjects[0];
  return (
    <Figure>
      <WherePlan gear={visit.gear} place={step.place} spoken={step.placeSpoken} />
      {subject && <Illustration subject={subject} code="" large />}
    </Figure>
  );
}
