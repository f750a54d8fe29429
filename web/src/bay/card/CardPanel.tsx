import { useEffect, useRef } from "react";
import styled from "styled-components";
import type { Schemas } from "../../api/client";
import { capital } from "../../api/words";
import { Button, TextButton } from "../../ui/Button";
import { Checkbox } from "../../ui/Checkbox";
import { TextField } from "../../ui/Fields";
import { MeasureField } from "../../ui/MeasureField";
import { Quiet, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { Actions } from "../step/Actions";
import { StepParts } from "../step/StepParts";
import { usePedal } from "../step/usePedal";
import { isSaid, type Line, useCard } from "./useCard";

const Steps = styled.ol`
  display: grid;
  gap: 2px;
  li {
    display: grid;
    gap: 6px;
    padding: 2px 0;
  }
  li[data-critical] {
    border-left: 6px solid var(--hold-stripe);
    padding: 6px 12px;
    background: var(--raised);
  }
`;

/** The fields that Enter goes through: figures, and not what stands there from last time. */
const figuresOf = (form: HTMLFormElement | null): HTMLInputElement[] =>
  [...(form?.querySelectorAll<HTMLInputElement>("input[type=text]") ?? [])].filter(
    (f) => !f.closest("[data-kept]"),
  );

interface Props {
  visit: Schemas["VisitAnswer"];
  steps: Schemas["PacketStep"][];
  onState: (state: Schemas["VisitState"]) => void;
  onFound: () => void;
  /** Opens one of the steps alone: to skip it, or to read how it is done. */
  onOpen: (key: string) => void;
  onBack: (() => void) | undefined;
}

/** Several steps as one card: their figures and parts as fields, one touch for the rest, a tick for what can kill. */
export default function CardPanel({ visit, steps, onState, onFound, onOpen, onBack }: Props) {
  const card = useCard(visit, steps, onState);
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    const first = figuresOf(form.current)[0] ?? form.current?.querySelector("button");
    first?.focus({ preventScroll: true });
  }, []);
  const place = steps.find((s) => s.depth > 2)?.placeSpoken ?? steps[0]?.placeSpoken ?? "";
  const last = card.lines.at(-1);
  // The critical step that ends a card is its button: touching that says it was done.
  const ends = last?.critical !== undefined && !isSaid(last) ? last : undefined;
  const unsaid = card.lines.filter((line) => line !== ends && !isSaid(line));
  const settle = () => {
    if (unsaid.length === 0) card.settle(...(ends ? [ends.id] : []));
  };
  usePedal(settle, onBack);
  const next = (from: EventTarget): boolean => {
    const fields = figuresOf(form.current);
    const to = fields[fields.indexOf(from as HTMLInputElement) + 1];
    to?.focus();
    to?.select();
    return to !== undefined;
  };
  return (
    <form
      ref={form}
      onKeyDownCapture={(e) => {
        // Enter at a figure goes on to the next one; at the last it does the card.
        if (e.key !== "Enter" || !(e.target instanceof HTMLInputElement) || e.target.type !== "text") return;
        if (e.repeat || next(e.target)) {
          e.preventDefault();
          e.stopPropagation();
        }
      }}
      onSubmit={(e) => {
        e.preventDefault();
        settle();
      }}
    >
      <Stack $gap={10}>
        <h2>
          {capital(place)} <Quiet style={{ fontWeight: 400 }}>{steps.length} steps in one go</Quiet>
        </h2>
        <Steps aria-label="The steps of this card">
          {card.lines.map((line) => (
            <OneStep
              key={line.id}
              visit={visit}
              line={line}
              card={card}
              isEnd={line === ends}
              onOpen={() => onOpen(line.step.key)}
            />
          ))}
        </Steps>
        <Problem of={card.error} />
        {unsaid.length > 0 && (
          <Quiet role="status">
            {unsaid.map((line) => line.step.title).join("; ")}: tick this by itself.
          </Quiet>
        )}
      </Stack>
      <Actions>
        <Button type="submit" $main $large isDisabled={card.saving || unsaid.length > 0}>
          {card.saving ? "Saving…" : ends ? `${ends.step.title}: done, next` : "All done, next"}
        </Button>
        <Button $large onPress={onFound}>
          I found something
        </Button>
      </Actions>
      {onBack && <Button onPress={onBack}>Take the last one back</Button>}
    </form>
  );
}

function OneStep({
  visit,
  line,
  card,
  isEnd,
  onOpen,
}: {
  visit: Schemas["VisitAnswer"];
  line: Line;
  card: ReturnType<typeof useCard>;
  isEnd: boolean;
  onOpen: () => void;
}) {
  const { step } = line;
  // How long a step took is of no use among others; a figure of last time is.
  // What stands twice on a card, for two wheel ends, says which.
  const others = card.lines.filter((l) => l !== line);
  const where = others.some((l) => l.step.title === step.title) ? `, ${step.placeSpoken}` : "";
  const before = line.asked.length > 0 ? (visit.seenBefore[step.key] ?? []) : [];
  return (
    <li data-critical={line.critical || undefined}>
      {line.critical && !isEnd && line.asked.length === 0 ? (
        <Checkbox checked={line.ticked} onChange={(ticked) => card.change(line.id, { ticked })}>
          <b>
            {step.title}
            {where}
          </b>
        </Checkbox>
      ) : (
        <span>
          <TextButton onPress={onOpen} aria-label={`${step.title}, ${step.placeSpoken}: open it alone`}>
            {step.title}
          </TextButton>
          {where}
          {step.torque && <> {step.torque.words}</>}
        </span>
      )}
      {line.critical && <Quiet>{line.critical}</Quiet>}
      {before.length > 0 && <Quiet>Last time here: {before.join("; ")}</Quiet>}
      {line.asked.map((r) => (
        <MeasureField
          key={r.code}
          label={
            others.some((l) => l.asked.some((a) => a.code === r.code))
              ? `${r.name}, ${step.placeSpoken}`
              : r.name
          }
          value={line.readings[r.code]?.typed ?? ""}
          onChange={(typed) => card.type(line, r.code, typed)}
          quantity={r.quantity}
          judged={{ kind: r.code, visit: visit.id }}
          example={r.example}
          problem={card.problemOf(line, r.code)}
        />
      ))}
      {step.socket && (
        <div data-kept>
          <TextField
            label={`Socket that fits the ${step.socket}${where}`}
            value={line.socket}
            onChange={(socket) => card.change(line.id, { socket })}
            problem={card.socketProblem(line)}
            placeholder="13/16"
          />
        </div>
      )}
      <StepParts
        parts={line.parts}
        onChange={(id, part) =>
          card.change(line.id, { parts: line.parts.map((p) => (p.id === id ? { ...p, ...part } : p)) })
        }
      />
    </li>
  );
}
