import { Suspense, useState } from "react";
import styled from "styled-components";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { clockInWords, dayInWords } from "../api/words";
import { linkShape } from "../ui/Button";
import { Head, Page, Quiet, Row, Stack } from "../ui/Page";
import { useDebounced } from "../ui/useDebounced";
import { later } from "../ui/later";
import { AimBar } from "./AimBar";
import { HorizonBoard } from "./HorizonBoard";
import type { Filter } from "./HorizonTools";
import { dayShort } from "./timeline";
import { useAim } from "./useAim";
import { useHorizonPages } from "./useHorizonPages";
import { Waiting } from "../ui/Waiting";
import { Disclosure } from "../ui/Disclosure";
import { OwedBy } from "../ui/OwedBy";

// What is looked for comes a moment after what is seen.
const HorizonTools = later(() => import("./HorizonTools"));

// Its calendar is a third of the screen’s script, and wanted only once a visit is chosen.
const VisitPanel = later(() => import("./VisitPanel"));

/** As high as what comes there. */
const ToolsPlace = styled.div`
  height: 84px;
  @media (max-width: 900px) {
    height: 240px;
  }
`;

const Board = styled.div<{ $beside: boolean }>`
  display: grid;
  gap: 0 20px;
  grid-template-columns: minmax(0, 1fr) ${(p) => (p.$beside ? "350px" : "")};
  @media (max-width: 1000px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const LinkButton = styled(Link)<{ $main?: boolean }>`
  ${linkShape}
`;

/** The horizon: the year to come, a trailer a line, and the bays filling up below. */
export default function Horizon() {
  const [filter, setFilter] = useState<Filter>(() => ({
    search: new URLSearchParams(window.location.search).get("find") ?? "",
    customer: "",
    axles: "",
    overdue: false,
    zoom: "year",
  }));
  const { page, rows, asked, more } = useHorizonPages(filter, useDebounced(filter.search.trim(), 150));
  const plan = useAim(page?.first);
  const { chosen } = plan;
  const row = rows.find((r) => r.trailerId === chosen?.trailer);
  const visit = row?.visits.find((v) => v.week === chosen?.week) ?? (row && nearest(row, chosen?.week));

  return (
    <Page style={{ maxWidth: 1700 }}>
      <Head>
        <Stack $gap={0} style={{ flex: "1 1 420px", minWidth: 0 }}>
          <h1>The year to come</h1>
          {/* Its line is there before its words are. */}
          <Quiet style={{ minHeight: "1.45em" }}>
            {page &&
              `${page.found.toLocaleString("en")} of ${page.total.toLocaleString("en")} trailers · sharing saves ${page.savedInWords} of opening and closing in the year`}
            {page?.renewing && <Renewing of={page.renewing} madeAt={page.madeAt} />}
          </Quiet>
        </Stack>
        <Row $gap={14}>
          <LinkButton to="/horizon/what-if">What if</LinkButton>
          <LinkButton to="/horizon/calling">Calendars, reminders, meters</LinkButton>
          <LinkButton to="/settings/planning">Hours and intervals</LinkButton>
        </Row>
      </Head>
      <Suspense fallback={<ToolsPlace />}>
        <HorizonTools filter={filter} onChange={(change) => setFilter((now) => ({ ...now, ...change }))} />
      </Suspense>
      <Waiting of={asked} what="Planning the year" rows={7} high={64} />
      {page && page.total === 0 && (
        <p>
          Nothing is due: there is no trailer yet. <Link to="/yard">Add one in the yard.</Link>
        </p>
      )}
      {page && <AimBar plan={plan} />}
      {page && page.total > 0 && (
        <Board $beside={visit !== undefined}>
          <HorizonBoard
            page={page}
            rows={rows}
            zoom={filter.zoom}
            plan={plan}
            week={visit?.week ?? null}
            onZoom={(zoom) => setFilter((now) => ({ ...now, zoom }))}
            onMore={more}
          />
          {row && visit && (
            <Suspense fallback={<div />}>
              <VisitPanel
                key={`${row.trailerId}${visit.week}${visit.booking}`}
                line={row}
                visit={visit}
                today={page.today}
                busy={plan.busy}
                onTry={(decisions, words) => plan.aimAt(row, decisions, words, decisions.at(-1)?.to ?? null)}
                onMake={(decisions, words) => plan.make(row, decisions, words)}
                onClose={() => {
                  plan.setChosen(null);
                  plan.leave();
                }}
              />
            </Suspense>
          )}
        </Board>
      )}
      {page && <Beneath page={page} />}
    </Page>
  );
}

/** What has no room, and what is owed. */
function Beneath({ page }: { page: Schemas["HorizonAnswer"] }) {
  const full = page.weeks.filter((w) => w.doesNotFit.length > 0);
  const over = page.weeks.filter((w) => w.over > 0);
  return (
    <>
      {full.length > 0 && (
        <p style={{ marginTop: 10 }}>
          {full
            .slice(0, WEEKS_TOLD)
            .map((w) => `No room in the week of ${dayShort(w.monday)} for ${some(w.doesNotFit)}.`)
            .join(" ")}
          {full.length > WEEKS_TOLD && ` And in ${full.length - WEEKS_TOLD} weeks more.`}
        </p>
      )}
      {over.length > 0 && (
        <p style={{ marginTop: 10 }}>
          <b>More than the bays have open:</b>{" "}
          {over
            .slice(0, WEEKS_TOLD)
            .map((w) => `week of ${dayShort(w.monday)}, ${hours(w.over)} over`)
            .join("; ")}
          {over.length > WEEKS_TOLD && `; and ${over.length - WEEKS_TOLD} weeks more`}.
        </p>
      )}
      {page.shortage && (
        <p style={{ marginTop: 10 }}>
          <b>{page.shortage}</b>
        </p>
      )}
      {page.followUps.length > 0 && (
        <Disclosure style={{ marginTop: 14 }} title={<>{page.checksOwed.toLocaleString("en")} checks owed</>}>
          <ul>
            {page.followUps.map((f) => (
              <li key={f.id}>
                <Link to={`/yard/trailers/${f.trailerId}`}>{f.tag}</Link> {f.words}
                <OwedBy on={f.dueOn} /> <Quiet>{f.reason}</Quiet>
              </li>
            ))}
          </ul>
          {page.checksOwed > page.followUps.length && (
            <Link to="/ledger">All of them stand in the ledger</Link>
          )}
        </Disclosure>
      )}
    </>
  );
}

/** What is shown is of before, and how far the new plan is. */
function Renewing({ of, madeAt }: { of: Schemas["PlanRenewal"]; madeAt: string | null | undefined }) {
  return (
    <span role="status">
      {" · "}
      <b>
        {of.of > 0
          ? `planning anew, ${of.done.toLocaleString("en")} of ${of.of.toLocaleString("en")}`
          : "planning anew"}
      </b>
      {madeAt ? `; shown is the plan of ${dayInWords(madeAt)}, ${clockInWords(madeAt)}` : ""}
    </span>
  );
}

// Of a shop far over its hours no more than this is told in words; the strip shows the rest.
const WEEKS_TOLD = 6;
const TAGS_TOLD = 8;

const some = (tags: readonly string[]) =>
  tags.length > TAGS_TOLD
    ? `${tags.slice(0, TAGS_TOLD).join(", ")} and ${tags.length - TAGS_TOLD} more`
    : tags.join(", ");

const hours = (of: number) => `${Math.round(of * 10) / 10} h`;

/** After a plan has changed, the visit that stands nearest to where the chosen one was. */
function nearest(row: Schemas["HorizonLine"], week: string | undefined) {
  if (!week) return undefined;
  return [...row.visits].sort(
    (a, b) =>
      Math.abs(Date.parse(a.week) - Date.parse(week)) - Math.abs(Date.parse(b.week) - Date.parse(week)),
  )[0];
}
