import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { Breadcrumbs } from "../ui/Breadcrumbs";
import { answer, type Schemas, shop } from "../api/client";
import { useMoney } from "../api/money";
import { useMay } from "../api/useAccess";
import { clockInWords, dayInWords } from "../api/words";
import { Form, FormProblem } from "../ui/Form";
import { useForm } from "../ui/useForm";
import { useSheet } from "./useSheet";
import { jobKey, minutesOf, remark, type What } from "./amend/draft";
import { PutRight, RightLink, Was } from "./amend/Amended";
import { InspectionLines } from "../ui/InspectionLines";
import { Photos } from "../ui/Photos";
import { Conclusions } from "../ui/Conclusions";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { EstimateTable, range } from "../ui/EstimateTable";
import { HoldBanner } from "../ui/HoldBanner";
import { Columns, Head, Lines, Page, Quiet, Section, Stack, Table } from "../ui/Page";
import { JudgementText, VerdictWord } from "../ui/Verdict";
import { WaitingPage } from "../ui/Waiting";
import { Disclosure } from "../ui/Disclosure";
import { OwedBy } from "../ui/OwedBy";

/** One visit's sheet: everything that was done, seen, measured and used, and what was remarked since. */
export default function VisitSheet({ id }: { id: string }) {
  const sheet = useSheet(id);
  return sheet.data ? (
    <Sheet sheet={sheet.data} />
  ) : (
    <WaitingPage
      of={sheet}
      what="Looking the visit up"
      like="form"
      back="/ledger"
      backWords="Back to the ledger"
    />
  );
}

function Sheet({ sheet }: { sheet: Schemas["VisitSheet"] }) {
  const { visit } = sheet;
  const { state } = visit;
  // A round writes down dozens of sound looks: those are counted.
  const grave = state.findings.filter((f) => f.judgement.verdict !== "sound");
  const told = state.findings.length > 12 ? grave : state.findings;
  const mayAmend = useMay("amend") && state.closedAt !== null;
  const [righting, setRighting] = useState(false);
  const right = (what: What, of: string, name: string) =>
    righting && <RightLink visit={visit.id} what={what} of={of} name={name} />;
  return (
    <Page>
      <Breadcrumbs
        way={[
          ["/ledger", "Ledger"],
          [`/ledger/trailers/${visit.trailerId}`, visit.tag],
        ]}
        here={dayInWords(state.closedAt ?? visit.openedAt)}
      />
      <Head>
        <Stack $gap={2}>
          <h1>
            {visit.tag}{" "}
            <span style={{ fontWeight: 400 }}>{dayInWords(state.closedAt ?? visit.openedAt)}</span>
          </h1>
          <Quiet>
            {visit.trailerName && `${visit.trailerName} · `}
            {visit.customer} · {visit.gearWords}
          </Quiet>
        </Stack>
      </Head>
      {state.closedAt && !sheet.takenOver && (
        <p>
          <Link to={`/ledger/visits/${visit.id}/hand-over`}>Hand it over: the sheet for its owner</Link>
        </p>
      )}
      {mayAmend && (
        <Stack $gap={8} style={{ margin: "14px 0 22px" }}>
          <div>
            <Button onPress={() => setRighting((was) => !was)} aria-pressed={righting}>
              {righting ? "Done putting right" : "Something here is wrong"}
            </Button>
          </div>
          {righting && (
            <p>
              Pick what is wrong below; or what is missing:{" "}
              <Link to={`/ledger/visits/${visit.id}/amend/finding/new`}>a finding</Link>,{" "}
              <Link to={`/ledger/visits/${visit.id}/amend/figure/new`}>a figure</Link>,{" "}
              <Link to={`/ledger/visits/${visit.id}/amend/part/new`}>a part</Link>,{" "}
              <Link to={`/ledger/visits/${visit.id}/amend/work/new`}>a job</Link>. Or{" "}
              <Link to={`/ledger/visits/${visit.id}/amend/day/all`}>the day</Link> it was done.
            </p>
          )}
        </Stack>
      )}
      {state.holds.length > 0 && !state.closedAt && <HoldBanner seen={state.holds} />}
      {!state.closedAt && (
        <p>
          This visit still stands in the bay. <Link to={`/bay/${visit.id}`}>Go on with it.</Link>
        </p>
      )}
      <Columns>
        <Stack $gap={26}>
          <Section>
            <h2>Done</h2>
            {sheet.takenOver && (
              <p>
                Taken over from an earlier record, {sheet.takenOver}, by {visit.openedBy}: this shop has not
                done it, and knows no more of it than is here.
              </p>
            )}
            {!sheet.takenOver && (
              <p>
                {visit.openedBy} took it in at {clockInWords(visit.openedAt)}
                {state.closedAt &&
                  `, ${sheet.closedBy ?? ""} closed it at ${clockInWords(state.closedAt)}`}.{" "}
                {state.entries.filter((e) => !e.skippedBecause).length} of {visit.packet.steps.length} steps
                done, {visit.minutesInWords} by the book.
              </p>
            )}
            <Lines>
              {state.jobs.map((j) => (
                <li key={j.job + j.place}>
                  {j.name}, {j.placeSpoken}: {j.done ? "done" : <b>not done</b>}{" "}
                  {j.done && right("work", jobKey(j), `${j.name}, ${j.placeSpoken}`)}
                </li>
              ))}
            </Lines>
            {sheet.releasedBecause && <b>Left on Hold: {sheet.releasedBecause}</b>}
            {state.entries.some((e) => e.skippedBecause) && (
              <Lines>
                {state.entries
                  .filter((e) => e.skippedBecause)
                  .map((e) => (
                    <li key={e.id}>
                      Skipped: {visit.packet.steps.find((s) => s.key === e.key)?.title}{" "}
                      <Quiet>({e.skippedBecause})</Quiet>
                    </li>
                  ))}
              </Lines>
            )}
          </Section>
          <Section>
            <h2>Found</h2>
            <Lines>
              {told.map((f) => (
                <li key={f.id}>
                  <b>{f.seen}</b>, {f.which && `${f.which} one, `}
                  {f.placeSpoken} <Quiet>{f.by}</Quiet>
                  {f.damage && <p>{f.damage} (ISO 15243)</p>}
                  {f.note && <p>{f.note}</p>}
                  <JudgementText of={f.judgement} />
                  {f.mended && <p>Mended: {f.mended}</p>}
                  <Was of={f.id} sheet={sheet} />
                  {right("finding", f.id, `${f.seen}, ${f.placeSpoken}`)}
                  <Photos visit={visit} of={{ finding: f.id }} what={f.seen} />
                </li>
              ))}
            </Lines>
            {told.length === 0 && <Quiet>Nothing out of the ordinary was written down.</Quiet>}
            {told.length < state.findings.length && (
              <Quiet>
                {state.findings.length - told.length} more looks found nothing.{" "}
                <Link to={`/bay/${visit.id}/round`}>See the round</Link>
              </Quiet>
            )}
          </Section>
          <Conclusions of={state.conclusions} />
          {state.inspection && (
            <Section>
              <h2>Periodic inspection</h2>
              <p>
                <Link to={`/ledger/papers/inspection/${visit.id}`}>The report on paper</Link>
              </p>
              <p>
                <b>{state.inspection.passes ? "Passes." : "Does not pass."}</b> Inspected on{" "}
                {dayInWords(state.inspection.at)} by {state.inspection.by}, {state.inspection.qualification}.
              </p>
              <InspectionLines lines={state.inspection.lines} />
              <Quiet>Kept until {dayInWords(state.inspection.keepUntil)} at least (49 CFR 396.21).</Quiet>
            </Section>
          )}
          <Priced visit={visit.id} />
          <Remarks sheet={sheet} />
        </Stack>
        <Stack $gap={26}>
          {state.readings.length > 0 && (
            <Table>
              <caption>Measured</caption>
              <tbody>
                {state.readings.map((r) => (
                  <tr key={r.id}>
                    <th scope="row">
                      {r.name}, {r.placeSpoken}
                    </th>
                    <td>
                      <b>{r.ours}</b> <Quiet>{r.other}</Quiet>
                      {!r.ours.startsWith(r.typed.replace(/^\./, "0.")) && <Quiet> · as “{r.typed}”</Quiet>}
                      <Was of={r.id} sheet={sheet} />
                    </td>
                    <td>{r.judgement && <VerdictWord verdict={r.judgement.verdict} />}</td>
                    {righting && <td>{right("figure", r.id, `${r.name}, ${r.placeSpoken}`)}</td>}
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
          {state.parts.length > 0 && (
            <Table>
              <caption>Parts used</caption>
              <tbody>
                {state.parts.map((p) => (
                  <tr key={p.id}>
                    <th scope="row">{p.name}</th>
                    <td>
                      {p.quantity} {p.unit === "piece" ? "" : p.unit}
                      <Was of={p.id} sheet={sheet} />
                    </td>
                    <td>
                      <Quiet>{p.placeSpoken}</Quiet> {right("part", p.id, `${p.name}, ${p.placeSpoken}`)}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
          {righting && (
            <Disclosure title="A step took longer, or less long">
              <Table>
                <caption>How long steps took</caption>
                <tbody>
                  {state.entries
                    .filter((e) => !e.skippedBecause)
                    .map((e) => ({ e, step: visit.packet.steps.find((s) => s.key === e.key) }))
                    .map(({ e, step }) => (
                      <tr key={e.id}>
                        <th scope="row">
                          {step?.title}, {step?.placeSpoken}
                        </th>
                        <td>
                          {e.seconds === null ? <Quiet>as planned</Quiet> : `${minutesOf(e.seconds)} min`}
                        </td>
                        <td>{right("time", e.id, `${step?.title ?? ""}, ${step?.placeSpoken ?? ""}`)}</td>
                      </tr>
                    ))}
                </tbody>
              </Table>
            </Disclosure>
          )}
          {visit.practices.length > 0 && (
            <Section>
              <h2>Practices</h2>
              {visit.practices.map((s) => (
                <Quiet key={s}>{s}</Quiet>
              ))}
            </Section>
          )}
          {sheet.followUps.length > 0 && (
            <Section>
              <h2>Still owed</h2>
              {sheet.followUps.map((f) => (
                <p key={f.id}>
                  {f.words}
                  <OwedBy on={f.dueOn} />, {f.reason}
                </p>
              ))}
            </Section>
          )}
        </Stack>
      </Columns>
    </Page>
  );
}

function Remarks({ sheet }: { sheet: Schemas["VisitSheet"] }) {
  const queries = useQueryClient();
  const form = useForm({
    start: { text: "" },
    send: ({ text }, id) =>
      answer(
        shop.PUT("/api/ledger/visits/{id}/amendments/{amendmentId}", {
          params: { path: { id: sheet.visit.id, amendmentId: id } },
          body: remark(text),
        }),
      ),
    done: (now) => queries.setQueryData(["sheet", sheet.visit.id], now),
    next: true,
  });
  return (
    <Section>
      <h2>Put right and remarked since</h2>
      <PutRight sheet={sheet} />
      {sheet.visit.state.closedAt && (
        <Form of={form}>
          <Stack>
            <TextField
              label="A remark: nothing of the visit changes by it"
              value={form.edit.text}
              onChange={(text) => form.change({ text })}
              lines
              problem={form.at("/text")}
            />
            <FormProblem of={form} />
            <div>
              <Button type="submit" isDisabled={form.pending}>
                Put the remark
              </Button>
            </div>
          </Stack>
        </Form>
      )}
    </Section>
  );
}

/** What was told to the customer, and what it came to. Nothing where nothing was told. */
function Priced({ visit }: { visit: string }) {
  const money = useMoney();
  const told = useQuery({
    queryKey: ["price-offers", "visit", visit],
    queryFn: () => answer(shop.GET("/api/bay/price-offers", { params: { query: { visit } } })),
  });
  const offer = told.data?.[0];
  return offer ? (
    <Section>
      <h2>The price</h2>
      <p>
        Told {dayInWords(offer.at)} by {offer.by}: {money(offer.agreed.total.likely)}, most likely{" "}
        {range(offer.agreed.total, money)}. {offer.words}
      </p>
      {offer.really && (
        <Disclosure title={<>What it came to, line by line</>}>
          <EstimateTable of={offer.really} />
        </Disclosure>
      )}
    </Section>
  ) : null;
}
