import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { useJobsOffered } from "../api/useJobsOffered";
import { capital, dayInWords, placeInWords } from "../api/words";
import { GearPlan, type PlanMark } from "../gearplan/GearPlan";
import { Columns, Head, Lines, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { JudgementText, VerdictWord } from "../ui/Verdict";
import { Cause } from "../ui/Conclusions";
import { Hold } from "./Hold";
import { Mended } from "./Mended";
import { JobsHere } from "./JobsHere";
import { MeterPanel } from "./MeterPanel";
import { TakeIn } from "./TakeIn";
import { due, type JobAt, toggled } from "./wanted";
import { WaitingPage } from "../ui/Waiting";
import { Disclosure } from "../ui/Disclosure";

const NONE: readonly Schemas["JobOffered"][] = [];

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

/** One trailer: its gear plan, what stands at the place picked, and the way into the bay. */
export default function TrailerPage({ id }: { id: string }) {
  const page = useQuery({
    queryKey: ["trailer", id],
    queryFn: () => answer(shop.GET("/api/yard/trailers/{id}", { params: { path: { id } } })),
  });
  return page.data ? (
    <Trailer trailer={page.data} />
  ) : (
    <WaitingPage of={page} what="Looking the trailer up" back="/yard" backWords="Back to the yard" />
  );
}

function Trailer({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  const first = trailer.status.dues[0];
  // Picked to begin with: what is worst, or else what is due soonest.
  const worst = trailer.status.marks.find((m) => m.judgement.verdict !== "sound");
  const [picked, setPicked] = useState(worst?.place ?? first?.place ?? "axle-1-left");
  const offered = useJobsOffered(trailer.id, trailer.version) ?? NONE;
  // Begun with what is due, until somebody says otherwise.
  const [chosen, setWanted] = useState<JobAt[] | null>(null);
  const wanted = useMemo(() => chosen ?? due(trailer.status, offered), [chosen, trailer.status, offered]);
  const marks = useMemo(
    () => planMarks(trailer.status, trailer.openVisit ? [] : wanted),
    [trailer.status, trailer.openVisit, wanted],
  );
  return (
    <Page>
      <Head>
        <Stack $gap={2} style={{ flex: "1 1 520px" }}>
          <h1>
            {trailer.tag} <span style={{ fontWeight: 400 }}>{trailer.name}</span>
          </h1>
          <Quiet>
            <Link to={`/yard/customers/${trailer.customerId}`}>{trailer.customer}</Link>
            {trailer.plate && ` · ${trailer.plate}`} · {trailer.gearWords}
          </Quiet>
        </Stack>
        <Stack $gap={2} style={{ textAlign: "right", flex: "0 1 400px" }}>
          {first ? (
            <>
              <b>
                {capital(first.short)} {first.due.when}
              </b>
              <Quiet>{first.due.reason}</Quiet>
            </>
          ) : (
            <Quiet>{trailer.status.noDue}</Quiet>
          )}
        </Stack>
      </Head>
      <Hold trailer={trailer} />
      <GearPlan
        gear={trailer.gear}
        places={trailer.places}
        marks={marks}
        picked={picked}
        onPick={setPicked}
        label={`Running gear of ${trailer.tag}, from above, nose to the left. Arrow keys walk from place to place.`}
      />
      <Columns $shape="1.15fr 1fr 1fr" style={{ marginTop: 8 }}>
        <Stack $gap={22}>
          <PlacePanel trailer={trailer} picked={picked} />
          {!trailer.openVisit && (
            <JobsHere
              offered={offered}
              picked={picked}
              wanted={wanted}
              title="Wanted here"
              onToggle={(job, place, on) => setWanted(toggled(wanted, job, place, on))}
            />
          )}
        </Stack>
        <TakeIn trailer={trailer} offered={offered} wanted={wanted} onWanted={setWanted} />
        <Stack $gap={24}>
          {trailer.status.owed.length > 0 && (
            <Section>
              <h3>Owed</h3>
              <Lines>
                {trailer.status.owed.map((f) => (
                  <li key={f.id}>
                    {f.words} by {dayInWords(f.dueOn)} <Quiet>({f.reason})</Quiet>
                  </li>
                ))}
              </Lines>
              <Link to="/ledger">Tick it off in the ledger</Link>
            </Section>
          )}
          {(trailer.status.causes ?? []).length > 0 && (
            <Section>
              <h3>Likely cause</h3>
              {trailer.status.causes?.map((c) => (
                <Cause
                  key={c.code + c.place}
                  cause={c}
                  where={trailer.places.find((p) => p.code === c.place)?.spoken ?? c.place}
                >
                  <Quiet>{dayInWords(c.at)}</Quiet>
                </Cause>
              ))}
            </Section>
          )}
          {(trailer.status.gone ?? []).length > 0 && (
            <Section>
              <h3>At places it no longer has</h3>
              <Lines>
                {trailer.status.gone?.map((mark) => (
                  <li key={mark.place + mark.subject}>
                    <VerdictWord verdict={mark.judgement.verdict} /> {mark.seen}, {placeInWords(mark.place)}{" "}
                    <Quiet>{dayInWords(mark.on)}</Quiet>
                  </li>
                ))}
              </Lines>
            </Section>
          )}
          {(trailer.status.upcoming ?? []).length > 0 && (
            <Disclosure title={<>Everything that falls due: {trailer.status.upcoming?.length}</>}>
              <Lines>
                {trailer.status.upcoming?.map((u) => (
                  <li key={u.id}>
                    <b>{u.name}</b>
                    {u.where && `, ${u.where}`}: {dayInWords(u.on)}{" "}
                    <Quiet>
                      {u.early !== u.late && `(${dayInWords(u.early)} to ${dayInWords(u.late)}) `}
                      {u.reason}
                    </Quiet>
                  </li>
                ))}
              </Lines>
            </Disclosure>
          )}
          <MeterPanel trailer={trailer} />
          <Row $gap={20}>
            <Link to={`/ledger/trailers/${trailer.id}`}>What was done</Link>
            <Link to={`/ledger/trailers/${trailer.id}/wear`}>How it wears</Link>
            <Link to={`/horizon?find=${encodeURIComponent(trailer.tag)}`}>Its year on the horizon</Link>
            <Link to={`/yard/trailers/${trailer.id}/planning`}>How it is used, and how often</Link>
            <Link to={`/yard/trailers/${trailer.id}/edit`}>Change the description</Link>
          </Row>
        </Stack>
      </Columns>
    </Page>
  );
}

function planMarks(status: Schemas["TrailerStatus"], wanted: readonly JobAt[]): Map<string, PlanMark> {
  const marks = new Map<string, PlanMark>();
  // Dues come soonest first: the first of a place is the one it shows.
  for (const due of status.dues) {
    if (marks.has(due.place)) continue;
    marks.set(due.place, {
      used: due.due.used,
      nearness: due.due.nearness,
      what: due.short,
      when: due.due.when,
    });
  }
  // Marks come gravest first: the first of a place is the one it shows.
  for (const mark of status.marks) {
    const there = marks.get(mark.place);
    if (!there?.verdict) marks.set(mark.place, { ...there, verdict: mark.judgement.verdict });
  }
  for (const { place } of wanted) marks.set(place, { ...marks.get(place), wanted: true });
  return marks;
}

function PlacePanel({ trailer, picked }: { trailer: Schemas["TrailerAnswer"]; picked: string }) {
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
                  <td>{m.value}</td>
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
