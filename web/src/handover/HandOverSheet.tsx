import { useMemo } from "react";
import styled from "styled-components";
import type { Schemas } from "../api/client";
import { moneyIn } from "../api/money";
import { dayInWords } from "../api/words";
import { range } from "../ui/EstimateTable";
import { Lines, Quiet, Section, Stack, Table } from "../ui/Page";
import { JudgementText, VerdictWord } from "../ui/Verdict";

type Sheet = Schemas["HandOverAnswer"];

// Prints on Letter and A4 alike: no colour is needed, no line of a table is torn apart.
const Paper = styled.article`
  display: grid;
  gap: 22px;
  max-width: 820px;
  img {
    max-width: 300px;
    max-height: 220px;
    border: 1px solid var(--hair);
    margin: 6px 8px 0 0;
  }
  @media print {
    gap: 14px;
    font-size: 11pt;
    color: #000;
    section,
    tr,
    li {
      break-inside: avoid;
    }
    img {
      max-width: 6cm;
      max-height: 4.5cm;
    }
  }
`;

interface Props {
  of: Sheet;
  /** Where a picture is read at, by its id. */
  picture: (id: string) => string;
  /** Told elsewhere on the page: what the owner does is left out here. */
  without?: boolean;
}

/** What goes with a trailer when it leaves: half a page in plain words first, then all of it. */
export function HandOverSheet({ of, picture, without = false }: Props) {
  const money = useMemo(() => moneyIn(of.currency), [of.currency]);
  return (
    <Paper aria-label={`Handed over on ${dayInWords(of.on)}`}>
      <Stack $gap={8} style={{ fontSize: "1.08em" }}>
        {of.plain.map((words) => (
          <p key={words}>{words}</p>
        ))}
      </Stack>
      {of.found.length > 0 && (
        <Section>
          <h2>Found</h2>
          <Lines>
            {of.found.map((f) => (
              <li key={f.what}>
                <b>{f.what}</b>
                <JudgementText of={f.judgement} />
                {f.mended && <p>Put right: {f.mended}</p>}
                {f.pictures.map((id) => (
                  <img key={id} src={picture(id)} alt={f.what} />
                ))}
              </li>
            ))}
          </Lines>
        </Section>
      )}
      {of.measured.length > 0 && (
        <Table>
          <caption>Measured, against its limit</caption>
          <tbody>
            {of.measured.map((m) => (
              <tr key={m.what + m.value}>
                <th scope="row">{m.what}</th>
                <td>
                  <b style={{ whiteSpace: "nowrap" }}>{m.value}</b>
                </td>
                <td>
                  {m.judgement && (
                    <>
                      <VerdictWord verdict={m.judgement.verdict} /> <Quiet>{m.judgement.rule}</Quiet>
                    </>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {of.used.length > 0 && (
        <Section>
          <h2>Used</h2>
          <p>{of.used.join(", ")}</p>
        </Section>
      )}
      {of.bill && (
        <Table>
          <caption>What it comes to</caption>
          <tbody>
            {of.bill.lines.map((l) => (
              <tr key={l.words + l.how}>
                <th scope="row">
                  {l.words} <Quiet>{l.how}</Quiet>
                </th>
                <td style={{ textAlign: "right" }}>{money(l.amount.likely)}</td>
              </tr>
            ))}
            <tr>
              <th scope="row">
                <b>In all</b>
                {of.agreed && <Quiet> agreed: {range(of.agreed, money)}</Quiet>}
              </th>
              <td style={{ textAlign: "right" }}>
                <b>{money(of.bill.total.likely)}</b>
              </td>
            </tr>
          </tbody>
        </Table>
      )}
      {!without && of.yours.length > 0 && (
        <Section>
          <h2>You, in between</h2>
          <Lines>
            {of.yours.map((y) => (
              <li key={y.id}>
                <b>{y.what}</b> {y.overdue ? "was due" : "by"} {dayInWords(y.on)} <Quiet>{y.why}</Quiet>
              </li>
            ))}
          </Lines>
        </Section>
      )}
      {of.next.length > 0 && (
        <Section>
          <h2>Next with us</h2>
          <Lines>
            {of.next.map((n) => (
              <li key={n.what + n.on}>
                <b>{n.what}</b>, {n.overdue ? "overdue since" : "about"} {dayInWords(n.on)}{" "}
                <Quiet>{n.why}</Quiet>
              </li>
            ))}
          </Lines>
        </Section>
      )}
      <Section>
        <h2>To watch</h2>
        <Lines>
          {of.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </Lines>
      </Section>
    </Paper>
  );
}
