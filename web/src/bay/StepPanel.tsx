import { useMutation } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { Link } from "wouter";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { capital, minutesInWords, partWords } from "../api/words";
import { Button } from "../ui/Button";
import { Choice, TextField, Tick } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Measured } from "./Measured";
import { Photos } from "../ui/Photos";
import { TorqueStages } from "./TorqueStages";
import { useInstruments, useListen } from "./useInstruments";
import { Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { sumFor, type BackTo } from "../api/backTo";
import { useDraft } from "../api/useDraft";
import { useStepParts } from "./useStepParts";

const Title = styled.h2`
  font-size: 44px;
  @media (max-width: 640px) {
    font-size: 30px;
  }
`;

const Detail = styled.p`
  font-size: 21px;
  max-width: 34em;
`;

// The buttons stay where they are from step to step, so that a thumb finds them without looking.
const Told = styled(Stack)`
  min-height: 300px;
  @media (max-width: 640px) {
    min-height: 0;
  }
`;

const Actions = styled(Row)`
  gap: 12px;
  position: sticky;
  bottom: 0;
  background: var(--ground);
  margin-top: 4px;
  padding: 10px 0;
  @media (max-width: 640px) {
    gap: 8px;
    button {
      flex: 1 1 auto;
      min-height: 52px;
      padding: 8px 12px;
      font-size: 19px;
    }
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

// What to tighten to and what to read off stand side by side where there is room.
const Figures = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 330px), 1fr));
  gap: 12px 28px;
  align-items: start;
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

const DAY = 24 * 60 * 60;

/** The step at hand, in large type, with the readings it asks for. */
export function StepPanel({ visit, step, onState, onTold, onFound }: Props) {
  const number = visit.packet.steps.findIndex((s) => s.key === step.key) + 1;
  const asked = visit.readingsAsked.filter((r) => step.readings.includes(r.code));
  const [ids] = useState(() => ({ entry: newId(), readings: new Map(asked.map((r) => [r.code, newId()])) }));
  const [typed, setTyped] = useDraft(
    visit.id,
    step.key,
    asked.map((r) => r.code),
  );
  const [skipping, setSkipping] = useState(false);
  const [reason, setReason] = useState("");
  const [socket, setSocket] = useState("");
  // When the step came up: how long it took is known without anybody being asked.
  const [since] = useState(() => Date.now());
  const doneButton = useRef<HTMLButtonElement>(null);
  const firstField = useRef<HTMLInputElement>(null);
  const parts = useStepParts(visit, step);
  const path = { id: visit.id };

  useEffect(() => {
    (firstField.current ?? doneButton.current)?.focus({ preventScroll: true });
    // A figure that stands there already is replaced by what is typed, not added to.
    firstField.current?.select();
  }, []);

  const settle = useMutation({
    mutationFn: (skippedBecause: string | null) => {
      const skipped = skippedBecause !== null;
      const readings = skipped
        ? []
        : asked.flatMap((r) => {
            const figure = typed[r.code]?.trim();
            const id = ids.readings.get(r.code);
            return figure && id ? [{ id, kind: r.code, typed: figure }] : [];
          });
      return answer(
        shop.PUT("/api/bay/visits/{id}/entries/{entryId}", {
          params: { path: { ...path, entryId: ids.entry } },
          body: {
            key: step.key,
            readings,
            skippedBecause,
            parts: skipped ? [] : parts.used,
            seconds: Math.min(DAY, Math.round((Date.now() - since) / 1000)),
            socket: skipped ? null : socket.trim() || null,
          },
        }),
      );
    },
    onSuccess: onState,
  });
  const last = visit.state.entries.at(-1);
  const back = useMutation({
    mutationFn: (entryId: string) =>
      answer(
        shop.DELETE("/api/bay/visits/{id}/entries/{entryId}", { params: { path: { ...path, entryId } } }),
      ),
    onSuccess: onState,
  });
  const instruments = useInstruments(asked.length > 0);
  const listen = useListen((kind, text) => {
    setTyped(kind, text);
    firstField.current?.focus({ preventScroll: true });
  });
  const before = visit.seenBefore[step.key] ?? [];
  const refused = settle.error instanceof ShopProblem ? settle.error : undefined;
  const sent = asked.filter((r) => typed[r.code]?.trim());
  const readingProblem = (code: string) =>
    refused?.field(`/readings/${sent.findIndex((r) => r.code === code)}/typed`);
  const elsewhere =
    refused && !asked.some((r) => readingProblem(r.code)) && !refused.field("/skippedBecause");

  const takeBack = (entryId: string) => (
    <Button isDisabled={back.isPending} onPress={() => back.mutate(entryId)}>
      Take the last one back
    </Button>
  );

  const keys = (event: React.KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement || event.ctrlKey || event.altKey || event.metaKey) return;
    const key = event.key.toLowerCase();
    if (key === "f") onFound();
    else if (key === "s") setSkipping(true);
    else if (key === "b" && last) back.mutate(last.id);
    else return;
    event.preventDefault();
  };

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
        if (!settle.isPending) settle.mutate(skipping ? reason : null);
      }}
    >
      <Told $gap={14}>
        <h3>
          {capital(step.placeSpoken)} · step {number} of {visit.packet.steps.length}
        </h3>
        <Title>{step.title}</Title>
        {step.detail && <Detail>{step.detail}</Detail>}
        {step.practice && <Quiet>{step.practice}</Quiet>}
        {step.key.includes("/round/") && (
          <Link href={`/bay/${visit.id}/round`}>Go round on the gear plan: it ticks this step by itself</Link>
        )}
        {step.cautions.length > 0 && (
          <ul aria-label="Cautions">
            {step.cautions.map((c) => (
              <Caution key={c}>{c}</Caution>
            ))}
          </ul>
        )}
        {!skipping && (step.torque || asked.length > 0) && (
          <Figures>
            {step.torque && <TorqueStages of={step.torque} visit={visit.id} />}
            {asked.map((r, i) => (
              <Measured
                key={r.code}
                tools={instruments.filter((t) => t.kinds.includes(r.code))}
                listening={listen.isPending && listen.variables.kind === r.code}
                busy={listen.isPending}
                problem={listen.error && listen.variables?.kind === r.code ? listen.error : null}
                onListen={(code) => listen.mutate({ code, kind: r.code })}
                also={
                  <Reckoned use={{ visit: visit.id, step: step.key, reading: r.code }} torque={step.torque} />
                }
              >
                <MeasureField
                  label={r.name}
                  value={typed[r.code] ?? ""}
                  onChange={(text) => setTyped(r.code, text)}
                  quantity={r.quantity}
                  judged={{ kind: r.code, visit: visit.id }}
                  example={r.example}
                  problem={readingProblem(r.code)}
                  large
                  inputRef={i === 0 ? firstField : undefined}
                />
              </Measured>
            ))}
          </Figures>
        )}
        {before.length > 0 && <Quiet>Last time here: {before.join("; ")}</Quiet>}
        {step.minutesFrom && (
          <Quiet>
            {minutesInWords(step.minutes)}, {step.minutesFrom}
          </Quiet>
        )}
        {!skipping && step.socket && (
          <TextField
            label={`Socket that fitted the ${step.socket}, for next time`}
            value={socket}
            onChange={setSocket}
            problem={refused?.field("/socket")}
            placeholder="13/16"
          />
        )}
        {!skipping && step.photo && (
          <Photos visit={visit} of={{ step: step.key }} what={step.photo} onState={onTold} />
        )}
        {!skipping && parts.proposed.length > 0 && (
          <div role="group" aria-label="Used with this step">
            {parts.proposed.map((p) => (
              <Stack key={p.id} $gap={2}>
                <Tick checked={p.taken} onChange={(taken) => parts.take(p.id, taken)}>
                  Used: {partWords(p)}
                </Tick>
                {p.taken && p.oneOf.length > 0 && (
                  <Choice
                    label={p.picked ? "Which one? The journal measured here says" : "Which one went in?"}
                    value={p.name}
                    onChange={(name) => parts.choose(p.id, name)}
                    options={p.oneOf.map((name) => [name, name] as const)}
                  />
                )}
              </Stack>
            ))}
          </div>
        )}
        {skipping && (
          <TextField
            label="Why is it skipped?"
            value={reason}
            onChange={setReason}
            problem={refused?.field("/skippedBecause")}
            placeholder="no dial gauge at hand"
            autoFocus
          />
        )}
        {elsewhere && <Problem of={refused} />}
        <Problem of={back.error} />
      </Told>
      <Actions>
        <Button ref={doneButton} type="submit" $main $large isDisabled={settle.isPending}>
          {settle.isPending ? "Saving…" : skipping ? "Skip it, next" : "Done, next"}
        </Button>
        <Button $large onPress={onFound}>
          I found something
        </Button>
        {skipping ? (
          <Button onPress={() => setSkipping(false)}>Not skipped after all</Button>
        ) : (
          <Button onPress={() => setSkipping(true)}>Skip</Button>
        )}
        {last && <Wide>{takeBack(last.id)}</Wide>}
      </Actions>
      {last && <Narrow>{takeBack(last.id)}</Narrow>}
    </form>
  );
}

/** The sum that gives a figure, opened filled in; nothing where there is none. */
function Reckoned({ use, torque }: { use: BackTo; torque: Schemas["PacketStep"]["torque"] }) {
  const to = sumFor(use, torque?.words);
  return to ? (
    <Link href={to}>{use.reading === "end-play" ? "Reckon it from the turn" : "With an extension?"}</Link>
  ) : null;
}
