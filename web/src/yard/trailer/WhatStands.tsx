import type { Schemas } from "../../api/client";
import { dayInWords, placeInWords } from "../../api/words";
import { Cause } from "../../ui/Conclusions";
import { Columns, Lines, Quiet, Section, Stack } from "../../ui/Page";
import { JudgementText, VerdictWord } from "../../ui/Verdict";
import { spoken, standing } from "./standing";

type Trailer = Schemas["TrailerAnswer"];

/** Everything that stands against a trailer, gravest first; what likely causes it; and what stood at places that are gone. */
export function WhatStands({ trailer }: { trailer: Trailer }) {
  const marks = standing(trailer.status);
  const causes = trailer.status.causes ?? [];
  const gone = trailer.status.gone ?? [];
  if (marks.length + causes.length + gone.length === 0)
    return <p>Nothing stands against it: what was looked at was sound, or has been mended.</p>;
  return (
    <Columns $shape="1.3fr 1fr">
      <Lines>
        {marks.map((mark) => (
          <li key={mark.place + mark.subject + mark.observationKey}>
            <b>
              {mark.seen}, {spoken(trailer, mark.place)}
            </b>{" "}
            <Quiet>{dayInWords(mark.on)}</Quiet>
            <JudgementText of={mark.judgement} />
          </li>
        ))}
      </Lines>
      <Stack $gap={24}>
        {causes.length > 0 && (
          <Section>
            <h3>Likely cause</h3>
            {causes.map((c) => (
              <Cause key={c.code + c.place} cause={c} where={spoken(trailer, c.place)}>
                <Quiet>{dayInWords(c.at)}</Quiet>
              </Cause>
            ))}
          </Section>
        )}
        {gone.length > 0 && (
          <Section>
            <h3>At places it no longer has</h3>
            <Lines>
              {gone.map((mark) => (
                <li key={mark.place + mark.subject}>
                  <VerdictWord verdict={mark.judgement.verdict} /> {mark.seen}, {placeInWords(mark.place)}{" "}
                  <Quiet>{dayInWords(mark.on)}</Quiet>
                </li>
              ))}
            </Lines>
          </Section>
        )}
      </Stack>
    </Columns>
  );
}
