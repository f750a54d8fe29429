import styled from "styled-components";
import { Link } from "react-router";
import { capital } from "../../api/words";
import { Waiting } from "../../ui/Waiting";
import { ASIDE, ASIDE_WORDS, asideOf, type Board, namesOf, type OnBoard } from "./board";
import { hour, minutesOf } from "../../api/hours";
import { useToday } from "./useToday";

// Read from five metres: a letter of 30 px on a screen of a metre is some 25 mm high.
const Screen = styled.main`
  position: fixed;
  inset: 0;
  z-index: 15;
  overflow: auto;
  background: var(--ground);
  padding: 2vh 2vw;
  display: grid;
  grid-template-rows: auto 1fr auto;
  gap: 2vh;
  font-size: clamp(20px, 2.6vw, 52px);
  line-height: 1.2;
  h1 {
    font-size: 1.3em;
  }
  h2 {
    font-size: 1em;
    color: var(--steel);
  }
  b {
    font-size: 1.7em;
    display: block;
  }
  em {
    font-style: normal;
    font-weight: 600;
    color: var(--renew);
  }
`;

const Columns = styled.div`
  display: grid;
  gap: 2vw;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 9em), 1fr));
  align-content: start;
  section {
    border-top: 6px solid var(--working);
    padding-top: 1vh;
    overflow-wrap: anywhere;
  }
  p + p {
    margin-top: 1.2vh;
    font-size: 0.75em;
  }
`;

/** The day for a screen in the shop: fetched anew by itself, read from five metres. */
export default function Wall() {
  const today = useToday(15_000);
  return (
    <Screen>
      <Waiting of={today} what="Looking at the day" rows={5} />
      {today.data && <Shown board={today.data} />}
    </Screen>
  );
}

function Shown({ board }: { board: Board }) {
  const now = minutesOf(board.now);
  const names = (t: OnBoard) => namesOf(board.people, t).join(", ");
  return (
    <>
      <h1>
        <Link to="/bay" style={{ color: "inherit", textDecoration: "none" }}>
          {hour(board.now)}
        </Link>
      </h1>
      <Columns>
        {Array.from({ length: board.bays }, (_, i) => i + 1).map((bay) => {
          const line = board.trailers
            .filter((t) => t.slot?.bay === bay && minutesOf(t.slot.ends) > now)
            .sort((a, b) => minutesOf(a.slot?.starts ?? "") - minutesOf(b.slot?.starts ?? ""));
          const [first, ...next] = line;
          return (
            <section key={bay} aria-label={`Bay ${bay}`}>
              <h2>Bay {bay}</h2>
              {first?.slot ? (
                <p>
                  <b>{first.tag}</b>
                  {hour(first.slot.starts)} to {hour(first.slot.ends)}, {names(first)}
                  <br />
                  {capital(first.what)}
                  {first.onHold && (
                    <>
                      <br />
                      <em>Hold</em>
                    </>
                  )}
                  {first.slot.late && (
                    <>
                      <br />
                      <em>promised for {hour(first.slot.late)}</em>
                    </>
                  )}
                </p>
              ) : (
                <p>free</p>
              )}
              {next.slice(0, 2).map((t) => (
                <p key={t.id}>
                  then {t.tag} at {t.slot && hour(t.slot.starts)}, {names(t)}
                </p>
              ))}
            </section>
          );
        })}
      </Columns>
      <Columns>
        {ASIDE.map((aside) => {
          const there = board.trailers.filter((t) => asideOf(t, board.day) === aside);
          return (
            there.length > 0 && (
              <section key={aside} style={{ borderColor: "var(--steel)" }}>
                <h2>{ASIDE_WORDS[aside]}</h2>
                {there.map((t) => (
                  <p key={t.id} style={{ fontSize: "0.9em", margin: 0 }}>
                    {t.tag} {t.onHold && <em>Hold</em>}
                  </p>
                ))}
              </section>
            )
          );
        })}
      </Columns>
    </>
  );
}
