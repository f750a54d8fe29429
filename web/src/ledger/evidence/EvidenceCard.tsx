import { useId } from "react";
import styled from "styled-components";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { EvidenceFigure } from "../../plots/EvidenceFigure";
import { HEIGHT, signsOf, WIDTH } from "../../plots/drawEvidence";
import { FiguresTable, Plot } from "../../plots/Plot";
import { Disclosure } from "../../ui/Disclosure";
import { Lines, Plain, Quiet, Stack } from "../../ui/Page";
import { TakeAdvice } from "./TakeAdvice";

type Card = Schemas["EvidenceCard"];

const Box = styled.article`
  border-top: 2px solid var(--ink);
  padding: 12px 0 6px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
`;

const Standing = styled.span<{ $act: boolean }>`
  justify-self: start;
  padding: 1px 9px;
  border: 1.5px solid var(--ink);
  border-radius: 3px;
  font-weight: 600;
  font-size: 15px;
  background: ${(p) => (p.$act ? "var(--ink)" : "transparent")};
  color: ${(p) => (p.$act ? "var(--ground)" : "var(--ink)")};
`;

const STANDS: Record<Schemas["EvidenceStanding"], string> = {
  act: "Look at this",
  fine: "As it should be",
  notEnough: "Not enough yet",
};

// Of some questions no answer is right or wrong.
const OTHERWISE: Partial<Record<Schemas["EvidenceTopic"], Partial<typeof STANDS>>> = {
  lasts: { fine: "Counted" },
  differs: { act: "It does", fine: "It does not" },
};

/** One question put to the record: its answer, drawn and as a table, how sure it is, and what it takes to know. */
export function EvidenceCard({ card, taken }: { card: Card; taken: Schemas["AdviceTaken"] | undefined }) {
  const id = useId();
  const open = card.standing !== "notEnough";
  const figures = card.plot && card.rows.length > 0 && (
    <Plot
      title="Drawn"
      quietly
      says={card.answer}
      signs={signsOf(card.plot)}
      width={WIDTH}
      height={HEIGHT}
      head={card.head}
      rows={card.rows}
      file={card.code.replaceAll("/", "-")}
    >
      <EvidenceFigure plot={card.plot} />
    </Plot>
  );
  return (
    <Box aria-labelledby={id} id={card.code.replaceAll("/", "-")}>
      <Standing $act={card.standing === "act"}>
        {OTHERWISE[card.topic]?.[card.standing] ?? STANDS[card.standing]}
      </Standing>
      <h3 id={id} style={{ color: "var(--ink)", fontSize: 18 }}>
        {card.question}
      </h3>
      <p style={{ fontSize: 19 }}>{card.answer}</p>
      {card.toKnow && <p>{card.toKnow}</p>}
      {open && figures}
      {card.howSure && <Quiet>{card.howSure}</Quiet>}
      {card.advice && <TakeAdvice advice={card.advice} taken={taken} />}
      {!open && figures && <Disclosure title="What there is so far">{figures}</Disclosure>}
      {!figures && card.rows.length > 0 && (
        <Disclosure title="The figures as a table">
          <FiguresTable label={card.question} head={card.head} rows={card.rows} />
        </Disclosure>
      )}
      {card.notes.length > 0 && (
        <Disclosure title="What it is read out of">
          <Plain>
            {card.notes.map((note) => (
              <li key={note}>{note}</li>
            ))}
          </Plain>
        </Disclosure>
      )}
    </Box>
  );
}

/** Cards of a topic under their heading; nothing where there is none. */
export function Topic({
  title,
  cards,
  taken,
}: {
  title: string;
  cards: readonly Card[];
  taken: Schemas["AdviceTaken"] | undefined;
}) {
  if (cards.length === 0) return null;
  const bare = cards.filter(isBare);
  return (
    <Stack $gap={14} as="section" aria-label={title}>
      <h2>{title}</h2>
      <Grid>
        {cards
          .filter((c) => !isBare(c))
          .map((card) => (
            <EvidenceCard key={card.code} card={card} taken={taken} />
          ))}
      </Grid>
      {bare.length > 0 && (
        <Disclosure
          title={
            bare.length === 1
              ? "One question more has no answer yet"
              : `${bare.length} questions more have no answer yet`
          }
        >
          <Lines>
            {bare.map((card) => (
              <li key={card.code}>
                <b>{card.question}</b> {card.answer} {card.toKnow}
                {card.notes.map((note) => (
                  <div key={note}>
                    <Quiet>{note}</Quiet>
                  </div>
                ))}
              </li>
            ))}
          </Lines>
        </Disclosure>
      )}
    </Stack>
  );
}

// A question of which there is nothing to show yet.
const isBare = (card: Card) => card.standing === "notEnough" && card.rows.length === 0;

const Grid = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 30px 40px;
  & > * {
    min-width: 0;
  }
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

/** The questions that ask for something, each a link to its card. */
export function ToLookAt({ cards }: { cards: readonly Card[] }) {
  const act = cards.filter((c) => c.standing === "act");
  if (act.length === 0) return <p>Nothing in the record asks for anything to be changed.</p>;
  return (
    <Stack $gap={6}>
      <p>
        {act.length === 1 ? "One answer asks" : `${act.length} answers ask`} for something to be looked at:
      </p>
      <Plain>
        {act.map((c) => (
          <li key={c.code}>
            <Link to={`#${c.code.replaceAll("/", "-")}`}>{c.question}</Link>
          </li>
        ))}
      </Plain>
    </Stack>
  );
}
