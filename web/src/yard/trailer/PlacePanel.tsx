import styled from "styled-components";
import type { Schemas } from "../../api/client";
import { capital, dayInWords } from "../../api/words";
import { Figure } from "../../ui/Figure";
import { Lines, Quiet, Section } from "../../ui/Page";
import { JudgementText } from "../../ui/Verdict";
import { Mended } from "./Mended";

const Figures = styled.table`
  border-collapse: collapse;
  width: 100%;
  td,
  th {
    text-align: left;
    font-weight: 400;
    padding: 5px 10px 5px 0;
    vertical-align: top;
  }
  td {
    font-family: "Barlow Semi Condensed", sans-serif;
  }
`;

/** What stands at the place picked: what is due there, what was found, what was last measured. */
export function PlacePanel({ trailer, picked }: { trailer: Schemas["TrailerAnswer"]; picked: string }) {
  const place = trailer.places.find((p) => p.code === picked);
  const dues = trailer.status.dues.filter((d) => d.place === picked);
  const marks = trailer.status.marks.filter((m) => m.place === picked);
  const measured = trailer.status.measured.filter((m) => m.place === picked);
  if (!place) return null;
  return (
    <Section aria-live="polite">
      <h2>{capital(place.spoken)}</h2>
      {dues.map((due) => (
        <p key={due.job + due.name}>
          <b>
            {due.name} {due.due.when}
          </b>
          {due.due.lastOn && due.due.cause !== "wear" && (
            <Quiet> · last done {dayInWords(due.due.lastOn)}</Quiet>
          )}
          <br />
          {due.due.reason}
        </p>
      ))}
      {marks.length > 0 && (
        <Lines>
          {marks.map((mark) => (
            <li key={mark.observationKey || mark.subject}>
              <b>{mark.seen}</b> <Quiet>{dayInWords(mark.on)}</Quiet>
              <JudgementText of={mark.judgement} />
              {mark.observationKey && mark.judgement.verdict !== "sound" && !trailer.openVisit && (
                <Mended key={mark.observationKey} trailer={trailer} look={mark.observationKey} />
              )}
            </li>
          ))}
        </Lines>
      )}
      {measured.length > 0 && (
        <>
          <h3>Last measured here</h3>
          <Figures>
            <tbody>
              {measured.map((m) => (
                <tr key={m.kind}>
                  <th scope="row">{m.name}</th>
                  <td>
                    <Figure ours={m.value} other={m.other} />
                  </td>
                  <td>
                    <Quiet>{dayInWords(m.on)}</Quiet>
                  </td>
                </tr>
              ))}
            </tbody>
          </Figures>
        </>
      )}
      {dues.length === 0 && marks.length === 0 && measured.length === 0 && (
        <Quiet>Nothing is recorded at this place yet.</Quiet>
      )}
    </Section>
  );
}
