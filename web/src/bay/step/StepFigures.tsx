import type { RefObject } from "react";
import styled from "styled-components";
import { Link } from "react-router";
import { type BackTo, sumFor } from "../../api/backTo";
import type { Schemas } from "../../api/client";
import { MeasureField } from "../../ui/MeasureField";
import { Measured } from "./Measured";
import { TorqueStages } from "./TorqueStages";
import { useInstruments, useListen } from "./useInstruments";
import type { useStep } from "./useStep";

// What to tighten to and what to read off stand side by side where there is room.
const Figures = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 330px), 1fr));
  gap: 12px 28px;
  align-items: start;
`;

interface Props {
  visit: string;
  step: Schemas["PacketStep"];
  at: ReturnType<typeof useStep>;
  firstField: RefObject<HTMLInputElement | null>;
}

/** What a step is tightened to, and what is measured at it, by hand or by an instrument. */
export function StepFigures({ visit, step, at, firstField }: Props) {
  const instruments = useInstruments(at.asked.length > 0);
  const listen = useListen((kind, text) => {
    at.setTyped(kind, text);
    firstField.current?.focus({ preventScroll: true });
  });
  return (
    <Figures>
      {step.torque && <TorqueStages of={step.torque} visit={visit} />}
      {at.asked.map((r, i) => (
        <Measured
          key={r.code}
          tools={instruments.filter((t) => t.kinds.includes(r.code))}
          listening={listen.isPending && listen.variables.kind === r.code}
          busy={listen.isPending}
          problem={listen.error && listen.variables?.kind === r.code ? listen.error : null}
          onListen={(code) => listen.mutate({ code, kind: r.code })}
          also={<WorkedOut use={{ visit, step: step.key, reading: r.code }} torque={step.torque} />}
        >
          <MeasureField
            label={r.name}
            value={at.typed[r.code] ?? ""}
            onChange={(text) => at.setTyped(r.code, text)}
            quantity={r.quantity}
            judged={{ kind: r.code, visit }}
            example={r.example}
            problem={at.problemOf(r.code)}
            large
            inputRef={i === 0 ? firstField : undefined}
          />
        </Measured>
      ))}
    </Figures>
  );
}

/** The sum that gives a figure, opened filled in; nothing where there is none. */
function WorkedOut({ use, torque }: { use: BackTo; torque: Schemas["PacketStep"]["torque"] }) {
  const to = sumFor(use, torque?.words);
  return to ? (
    <Link to={to}>{use.reading === "end-play" ? "Work it out from the turn" : "With an extension?"}</Link>
  ) : null;
}
