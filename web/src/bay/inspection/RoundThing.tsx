import styled from "styled-components";
import type { Schemas } from "../../api/client";
import { Illustration } from "../../illustrations/Illustration";
import { MeasureField } from "../../ui/MeasureField";
import { Quiet, Row } from "../../ui/Page";
import { VerdictShape, VerdictWord } from "../../ui/Verdict";
import type { useRoundPlace } from "./useRoundPlace";

const Rows = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 250px), 1fr));
  gap: 6px;
`;

// One touch writes it down: the drawing, the words, and the verdict's mark.
const Choice = styled.button`
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 54px;
  padding: 4px 10px 4px 6px;
  text-align: left;
  line-height: 1.2;
  background: transparent;
  border: 1px solid var(--hair);
  border-radius: 3px;
  cursor: pointer;
  &:hover {
    background: var(--tint);
  }
  &[data-seen] {
    border: 2px solid var(--working);
    background: var(--raised);
  }
  &:disabled {
    cursor: default;
  }
  span {
    flex: 1;
  }
`;

const Frame = styled.section`
  border-top: 1px solid var(--hair);
  padding-top: 8px;
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
`;

const Figures = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 320px), 1fr));
  gap: 6px 22px;
`;

interface Props {
  round: Schemas["RoundAnswer"];
  thing: Schemas["RoundThing"];
  place: ReturnType<typeof useRoundPlace>;
}

/** One thing to look at: what can be seen of it, each a touch, and what can be measured. */
export function RoundThing({ round, thing, place }: Props) {
  return (
    <Frame aria-label={thing.words}>
      <Row>
        <h3 style={{ color: "var(--ink)" }}>{thing.words}</h3>
        {thing.verdict ? (
          <VerdictWord verdict={thing.verdict} />
        ) : (
          <Quiet>{thing.lookedAt ? "looked at" : "not looked at"}</Quiet>
        )}
        {thing.said.length > 0 && <Quiet>{thing.said.join("; ")}</Quiet>}
      </Row>
      <Rows>
        {round.rulebook.rows
          .filter((r) => r.subject === thing.subject)
          .map((r) => (
            <Choice
              key={r.code}
              type="button"
              disabled={round.closed}
              data-seen={thing.said.some((s) => s.includes(r.seen)) || undefined}
              onClick={() => place.pick(r.code)}
            >
              <Illustration subject={r.subject} code={r.code} />
              <span>{r.seen}</span>
              <svg width="20" height="20" viewBox="0 0 20 20" role="img" aria-label={r.judgement.verdict}>
                <VerdictShape verdict={r.judgement.verdict} x={10} y={10} r={7.5} />
              </svg>
            </Choice>
          ))}
      </Rows>
      {!round.closed && thing.readings.length > 0 && (
        <Figures>
          {thing.readings.map((r) => (
            <MeasureField
              key={r.code}
              label={r.name}
              value={place.typed[r.code] ?? ""}
              onChange={(text) => place.type(r.code, text)}
              quantity={r.quantity}
              judged={{ kind: r.code, visit: round.visitId }}
              example={r.example}
              problem={place.problemOf(r.code)}
            />
          ))}
        </Figures>
      )}
    </Frame>
  );
}
