import styled from "styled-components";
import { Button } from "react-aria-components/Button";
import { capital, clockInWords, shortDay } from "../../api/words";
import { Quiet, Section, Stack } from "../../ui/Page";
import { VerdictWord } from "../../ui/Verdict";
import { type Aside, ASIDE, ASIDE_WORDS, asideOf, type Board, type OnBoard } from "./board";
import { hour } from "../../api/hours";
import { AgreedMark, PartsMark } from "./Parts";

const One = styled(Button)`
  display: grid;
  gap: 1px;
  width: 100%;
  min-height: 52px;
  padding: 8px 10px;
  text-align: left;
  background: var(--raised);
  border: 1px solid var(--hair);
  border-left: 5px solid var(--steel);
  border-radius: 3px;
  cursor: pointer;
  touch-action: pan-y;
  overflow-wrap: anywhere;
  &[data-hovered] {
    background: var(--tint);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--working);
    outline-offset: 2px;
  }
`;

/** The trailers that stand in no bay: expected, waiting, ready. A touch opens one; it can be dragged into a bay. */
export function Beside({ board, onPick }: { board: Board; onPick: (id: string) => void }) {
  return (
    <Stack $gap={18}>
      {ASIDE.map((aside) => {
        const there = board.trailers.filter((t) => asideOf(t, board.day) === aside);
        return (
          there.length > 0 && (
            <Section key={aside}>
              <h2>{ASIDE_WORDS[aside]}</h2>
              {there.map((t) => (
                <One key={t.id} data-trailer={t.id} onPress={() => onPick(t.id)}>
                  <span>
                    {t.onHold && (
                      <>
                        <VerdictWord verdict="hold" />{" "}
                      </>
                    )}
                    <b>{t.tag}</b> {t.name}
                  </span>
                  <span>{capital(t.what)}</span>
                  <Quiet>{why(t, aside)}</Quiet>
                  <span>
                    {aside !== "ready" && t.parts !== "there" && <PartsMark of={t} />} <AgreedMark of={t} />
                  </span>
                </One>
              ))}
            </Section>
          )
        );
      })}
    </Stack>
  );
}

function why(trailer: OnBoard, aside: Aside): string {
  const promised = trailer.pickUpOn
    ? `promised for ${trailer.pickUpAt ? hour(trailer.pickUpAt) : shortDay(trailer.pickUpOn)}`
    : "";
  const said =
    aside === "expected"
      ? trailer.dropOffAt
        ? `comes at ${hour(trailer.dropOffAt)}`
        : "no hour said"
      : aside === "missed"
        ? `was to come ${trailer.day ? shortDay(trailer.day) : ""}; ring ${trailer.customer} ${trailer.phone}`
        : trailer.waitsFor || (trailer.since ? `since ${clockInWords(trailer.since)}` : "");
  return [trailer.howLong, said, promised].filter(Boolean).join(" · ");
}
