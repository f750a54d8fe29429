import { useEffect, useRef } from "react";
import styled from "styled-components";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { capital, minutesInWords } from "../../api/words";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Quiet, Stack } from "../../ui/Page";
import { Photos } from "../../ui/Photos";
import { Problem } from "../../ui/Problem";
import { Actions } from "./Actions";
import { StepFigures } from "./StepFigures";
import { StepParts } from "./StepParts";
import { usePedal } from "./usePedal";
import { useStep } from "./useStep";
import { Where } from "../visit/Where";

const Title = styled.h2`
  font-size: 40px;
  @media (max-width: 640px) {
    font-size: 30px;
  }
`;

const Detail = styled.p`
  font-size: 21px;
  max-width: 34em;
`;

// The buttons stay where they are from step to step, so that a thumb finds them without looking.
const Above = styled(Stack)<{ $torque: boolean }>`
  position: relative;
  min-height: 300px;
  /* The illustrations stand at the right; torque needs the width for a drawing of its own. */
  @media (min-width: 1001px) {
    padding-right: ${(p) => (p.$torque ? 0 : 216)}px;
  }
  @media (max-width: 640px) {
    min-height: 0;
  }
`;

// On a phone the bar that stays in view holds only what every step needs.
const Wide = styled.div`
  @media (max-width: 640px) {
    display: none;
  }
`;
const Narrow = styled.div`
  @media (min-width: 641px) {
    display: none;
  }
`;

const Caution = styled.li`
  border-left: 6px solid var(--hold-stripe);
  padding: 4px 12px;
  font-weight: 600;
`;

interface Props {
  visit: Schemas["VisitAnswer"];
  step: Schemas["PacketStep"];
  onState: (state: Schemas["VisitState"]) => void;
  /** Something else than the step has changed: the step stays where it is. */
  onTold: (state: Schemas["VisitState"]) => void;
  onFound: () => void;
}

/** The step at hand, in large type, with the readings it asks for. */
export function StepPanel({ visit, step, onState, onTold, onFound }: Props) {
  const at = useStep(visit, step, onState);
  const doneButton = useRef<HTMLButtonElement>(null);
  const firstField = useRef<HTMLInputElement>(null);
  useEffect(() => {
    (firstField.current ?? doneButton.current)?.focus({ preventScroll: true });
    // A figure that stands there already is replaced by what is typed, not added to.
    firstField.current?.select();
  }, []);

  const keys = (event: React.KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement || event.ctrlKey || event.altKey || event.metaKey) return;
    const key = event.key.toLowerCase();
    if (key === "f") onFound();
    else if (key === "s") at.setSkipping(true);
    else if (key === "b" && at.takeBack) at.takeBack();
    else return;
    event.preventDefault();
  };
  usePedal(at.settle, at.takeBack);
  const takeBack = at.takeBack && (
    <Button isDisabled={at.takingBack} onPress={at.takeBack}>
      Take the last one back
    </Button>
  );

  return (
    <form
      onKeyDownCapture={(e) => {
        // A key held down means one step too.
        if (e.key === "Enter" && e.repeat) {
          e.preventDefault();
          e.stopPropagation();
        }
      }}
      onKeyDown={keys}
      onClickCapture={(e) => {
        // A double tap means one step, and its second half lands on the next one.
        if (e.detail > 1) {
          e.preventDefault();
          e.stopPropagation();
        }
      }}
      onSubmit={(e) => {
        e.preventDefault();
        at.settle();
      }}
    >
      <Above $gap={14} $torque={Boolean(step.torque)}>
        <WhatToDo visit={visit} step={step} />
        {!at.skipping && (step.torque || at.asked.length > 0) && (
          <StepFigures visit={visit.id} step={step} at={at} firstField={firstField} />
        )}
        <Before visit={visit} step={step} />
        {at.skipping ? (
          <TextField
            label="Why is it skipped?"
            value={at.reason}
            onChange={at.setReason}
            problem={at.problemAt("/skippedBecause")}
            placeholder="no dial gauge at hand"
            autoFocus
          />
        ) : (
          <>
            {step.socket && (
              <TextField
                label={`Socket that fitted the ${step.socket}, for next time`}
                value={at.socket}
                onChange={at.setSocket}
                problem={at.problemAt("/socket")}
                placeholder="13/16"
              />
            )}
            {step.photo && (
              <Photos visit={visit} of={{ step: step.key }} what={step.photo} onState={onTold} />
            )}
            {at.parts.length > 0 && (
              <div role="group" aria-label="Used with this step">
                <StepParts parts={at.parts} onChange={at.changePart} />
              </div>
            )}
          </>
        )}
        <Problem of={at.error} />
        <Problem of={at.backError} />
      </Above>
      <Actions>
        <Button ref={doneButton} type="submit" $main $large isDisabled={at.saving}>
          {at.saving ? "Saving…" : at.skipping ? "Skip it, next" : "Done, next"}
        </Button>
        <Button $large onPress={onFound}>
          I found something
        </Button>
        {at.skipping ? (
          <Button onPress={() => at.setSkipping(false)}>Not skipped after all</Button>
        ) : (
          <Button onPress={() => at.setSkipping(true)}>Skip</Button>
        )}
        {takeBack && <Wide>{takeBack}</Wide>}
      </Actions>
      {takeBack && <Narrow>{takeBack}</Narrow>}
    </form>
  );
}

function WhatToDo({ visit, step }: Pick<Props, "visit" | "step">) {
  const number = visit.packet.steps.findIndex((s) => s.key === step.key) + 1;
  return (
    <>
      <Where visit={visit} step={step} small={Boolean(step.torque)} />
      <h3>
        {capital(step.placeSpoken)} · step {number} of {visit.packet.steps.length}
      </h3>
      <Title>{step.title}</Title>
      {step.detail && <Detail>{step.detail}</Detail>}
      {step.practice && <Quiet>{step.practice}</Quiet>}
      {step.key.includes("/round/") && (
        <Link to={`/bay/${visit.id}/round`}>
          Walk round it on the gear plan: that ticks this step by itself
        </Link>
      )}
      {step.cautions.length > 0 && (
        <ul aria-label="Cautions">
          {step.cautions.map((c) => (
            <Caution key={c}>{c}</Caution>
          ))}
        </ul>
      )}
    </>
  );
}

function Before({ visit, step }: Pick<Props, "visit" | "step">) {
  const before = visit.seenBefore[step.key] ?? [];
  return (
    <>
      {before.length > 0 && <Quiet>Last time here: {before.join("; ")}</Quiet>}
      {step.minutesFrom && (
        <Quiet>
          {minutesInWords(step.minutes)}, {step.minutesFrom}
        </Quiet>
      )}
    </>
  );
}
