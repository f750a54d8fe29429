import styled from "styled-components";
import { Explained } from "../ui/Explained";
import { Quiet } from "../ui/Page";
import { DueMark } from "./DueMark";
import { flag } from "./Line";

const Rows = styled.dl`
  display: grid;
  grid-template-columns: 62px 1fr;
  gap: 8px 12px;
  align-items: center;
  dt {
    text-align: center;
  }
`;

const Box = styled.span<{ $look: "accepted" | "proposed" | "none" }>`
  display: inline-block;
  width: 44px;
  height: 20px;
  ${(p) => flag(p.$look)}
`;

const MARKS = [
  ["overdue", false, "fell due before today"],
  ["soon", false, "falls due soon"],
  ["later", true, "falls due later; with a bar, law or a Hold sets its last day"],
] as const;

const KEYS = [
  ["← →", "a week earlier or later"],
  ["Enter", "do what is aimed at"],
  ["Escape", "cancel"],
  ["P", "hold the visit in its week"],
  ["N", "not in this week"],
  ["M, B", "merge with the next visit, or the one before"],
  ["U", "undo the last"],
] as const;

/** What the horizon's signs and keys mean. */
export function Legend() {
  return (
    <Explained label="Signs and keys">
      <h3>Signs</h3>
      <Rows>
        {MARKS.map(([nearness, hard, words]) => (
          <Row key={words} words={words}>
            <svg width="44" height="26" aria-hidden="true">
              <DueMark
                mark={{ nearness, hard, on: "on", early: "early", late: "late", by: "shop" }}
                x={(day) => (day === "on" ? 22 : day === "early" ? 6 : 38)}
              />
            </svg>
          </Row>
        ))}
        <Row words="its owner does it between visits: it calls nobody in">
          <svg width="44" height="26" aria-hidden="true">
            <DueMark
              mark={{ nearness: "later", hard: false, on: "on", early: "on", late: "on", by: "owner" }}
              x={() => 22}
            />
          </svg>
        </Row>
        <Row words="the line: eight times in ten it falls due within it">
          <svg width="44" height="10" aria-hidden="true">
            <path d="M4 5H40" stroke="var(--steel)" strokeWidth="1.2" />
          </svg>
        </Row>
        <Row words="a visit that was accepted, from its week on">
          <Box $look="accepted" />
        </Row>
        <Row words="a visit proposed; ▾ where somebody holds it in its week">
          <Box $look="proposed" />
        </Row>
        <Row words="a visit that its week has no room for">
          <Box $look="none" />
        </Row>
      </Rows>
      <h3>Keys at a visit</h3>
      <Rows>
        {KEYS.map(([key, words]) => (
          <Row key={key} words={words}>
            <kbd>{key}</kbd>
          </Row>
        ))}
      </Rows>
      <h3>Anywhere on it</h3>
      <Rows>
        <Row words="closer, or further away; the wheel with Ctrl does the same">
          <kbd>+ −</kbd>
        </Row>
        <Row words="from mark to mark of a line; Enter opens it to its tasks">
          <kbd>← →</kbd>
        </Row>
      </Rows>
      <Quiet>Or drag a visit: what it comes to is said before it is done.</Quiet>
    </Explained>
  );
}

function Row({ words, children }: { words: string; children: React.ReactNode }) {
  return (
    <>
      <dt>{children}</dt>
      <dd>{words}</dd>
    </>
  );
}
