import { keepPreviousData, skipToken, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from "react";
import styled from "styled-components";
import { Link } from "wouter";
import { answer, type Schemas, shop } from "../api/client";
import { dayInWords } from "../api/words";
import { Button, linkShape, TextButton } from "../ui/Button";
import { Choice, TextField, Tick } from "../ui/Fields";
import { Head, Page, Quiet, Row } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { useDebounced } from "../ui/useDebounced";
import { BayStrip } from "./BayStrip";
import { Line, LINE, NAMES } from "./Line";
import * as moves from "./moves";
import { BEFORE, dayShort, months, scale, weeksAfter, weekWidth, type Zoom, ZOOMS } from "./timeline";
import { tryOut, useDecisions } from "./useDecisions";
import { VisitPanel } from "./VisitPanel";
import { CustomerChoice } from "../ui/CustomerChoice";

const PAGE = 60;
const HEAD = 30;
/** Room at the right for the tab of a visit in the last week. */
const ROOM = 34;

type Draft = Schemas["DecisionDraft"];
type Row = Schemas["HorizonLine"];

const Tools = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1.3fr) 150px 150px auto;
  gap: 10px 16px;
  align-items: end;
  margin-bottom: 10px;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
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

const Frame = styled.div`
  --names: ${NAMES}px;
  position: relative;
  overflow: auto;
  height: max(380px, calc(100vh - 300px));
  border-bottom: 1px solid var(--ink);
  overscroll-behavior-x: contain;
  @media (max-width: 640px) {
    --names: 96px;
    height: 60vh;
  }
`;

const Months = styled.div`
  position: sticky;
  top: 0;
  z-index: 4;
  height: ${HEAD}px;
  background: var(--ground);
  border-bottom: 1px solid var(--ink);
  span {
    position: absolute;
    bottom: 4px;
    padding-left: 4px;
    font-size: 14px;
    color: var(--steel);
    border-left: 1px solid var(--steel);
    white-space: nowrap;
  }
`;

const Bays = styled.div`
  position: sticky;
  bottom: 0;
  z-index: 4;
  display: flex;
  background: var(--ground);
  border-top: 1px solid var(--ink);
  & > div {
    position: sticky;
    left: 0;
    z-index: 5;
    flex: none;
    width: var(--names);
    padding: 4px 8px 0 0;
    background: var(--ground);
    border-right: 1px solid var(--hair);
    font-size: 14px;
    line-height: 1.25;
  }
`;

const Told = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  min-height: 50px;
  padding: 2px 0;
  font-weight: 600;
`;

const Hint = styled(Quiet)`
  font-weight: 400;
  @media (max-width: 640px) {
    display: none;
  }
`;

const LinkButton = styled(Link)<{ $main?: boolean }>`
  ${linkShape}
`;

interface Aim {
  row: Row;
  decisions: Draft[];
  words: string;
  to: string | null;
  by: number;
}

/** The horizon: the year to come, a trailer a line, and the bays filling up below. */
export default function Horizon() {
  const [search, setSearch] = useState(() => new URLSearchParams(window.location.search).get("find") ?? "");
  const [customer, setCustomer] = useState("");
  const [axles, setAxles] = useState<"" | "1" | "2" | "3">("");
  const [overdue, setOverdue] = useState(false);
  const [zoom, setZoom] = useState<Zoom>("year");
  const [chosen, setChosen] = useState<{ trailer: string; week: string } | null>(null);
  const [aim, setAim] = useState<Aim | null>(null);
  const wanted = useDebounced(search.trim(), 150);
  const { made, decide, undo } = useDecisions();

  const horizon = useInfiniteQuery({
    queryKey: ["horizon", wanted, customer, axles, overdue],
    queryFn: ({ pageParam }) =>
      answer(
        shop.GET("/api/horizon", {
          params: {
            query: {
              search: wanted,
              customer: customer || undefined,
              axles: axles ? Number(axles) : undefined,
              overdue: overdue || undefined,
              skip: pageParam,
              take: PAGE,
            },
          },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (pages.length * PAGE < last.found ? pages.length * PAGE : undefined),
    placeholderData: keepPreviousData,
  });
  const page = horizon.data?.pages[0];
  const rows = useMemo(() => horizon.data?.pages.flatMap((p) => p.lines) ?? [], [horizon.data]);

  // What is aimed at is tried at once; the last aim counts.
  const tried = useQuery({
    queryKey: ["try", aim?.row.trailerId, JSON.stringify(aim?.decisions)],
    queryFn: aim ? ({ signal }) => tryOut(aim.row.trailerId, aim.decisions, signal) : skipToken,
    placeholderData: keepPreviousData,
    staleTime: 0,
    gcTime: 0,
  });
  const shown = aim ? tried.data : undefined;

  const width = weekWidth(zoom);
  const count = page?.weeks.length ?? 0;
  const whole = BEFORE + count * width + ROOM;
  const x = useMemo(() => scale(page?.first ?? "2026-01-05", count, width), [page?.first, count, width]);
  const frame = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- what it returns is used here and handed on nowhere
  const lines = useVirtualizer({
    count: page?.found ?? 0,
    getScrollElement: () => frame.current,
    estimateSize: () => LINE,
    overscan: 4,
    scrollMargin: HEAD,
  });
  const virtual = lines.getVirtualItems();
  const last = virtual.at(-1)?.index ?? 0;
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = horizon;
  useEffect(() => {
    if (last >= rows.length - 8 && hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [last, rows.length, hasNextPage, isFetchingNextPage, fetchNextPage]);

  const row = rows.find((r) => r.trailerId === chosen?.trailer);
  const visit = row?.visits.find((v) => v.week === chosen?.week) ?? (row && nearest(row, chosen?.week));

  const aimAt = (at: Row, decisions: Draft[], words: string, to: string | null, by = 0) => {
    undo.reset();
    decide.reset();
    setAim({ row: at, decisions, words, to, by });
  };
  const aimBy = (at: Row, week: string, by: number) => {
    const v = at.visits.find((one) => one.week === week);
    if (!v || by === 0) return setAim(null);
    const to = weeksAfter(week, by);
    if (page && to < page.first) return;
    aimAt(at, moves.moved(v, to), `Moved ${at.tag} to the week of ${dayShort(to)}.`, to, by);
    setChosen({ trailer: at.trailerId, week });
  };
  const make = (at: Row, decisions: Draft[], words: string, to?: string | null) => {
    setAim(null);
    decide.mutate({ trailer: at.trailerId, decisions, words });
    if (to) setChosen({ trailer: at.trailerId, week: to });
  };
  const key = (event: KeyboardEvent, at: Row, v: Schemas["VisitOnLine"]) => {
    const by = aim && aim.row.trailerId === at.trailerId && aim.to && chosen?.week === v.week ? aim.by : 0;
    const open = v.booking === null;
    const before = moves.beside(at, v, -1);
    const after = moves.beside(at, v, 1);
    const where = `${at.tag}, week of ${dayShort(v.week)}`;
    const acts: Record<string, (() => void) | undefined> = {
      ArrowLeft: () => aimBy(at, v.week, by - 1),
      ArrowRight: () => aimBy(at, v.week, by + 1),
      Escape: () => setAim(null),
      Enter: aim ? () => make(aim.row, aim.decisions, aim.words, aim.to) : undefined,
      p: open ? () => make(at, moves.pinned(v), `Held ${where} in its week.`) : undefined,
      n: open ? () => aimAt(at, moves.forbidden(v), `Not ${where}.`, null) : undefined,
      m:
        open && moves.mergeable(v, after)
          ? () =>
              aimAt(at, moves.merged(v, after), `Merged ${where} into ${dayShort(after.week)}.`, after.week)
          : undefined,
      b:
        open && moves.mergeable(v, before)
          ? () =>
              aimAt(
                at,
                moves.merged(v, before),
                `Merged ${where} into ${dayShort(before.week)}.`,
                before.week,
              )
          : undefined,
      u: made ? () => undo.mutate(made) : undefined,
    };
    const act = acts[event.key];
    if (act && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault();
      act();
    }
  };

  return (
    <Page style={{ maxWidth: 1700 }}>
      <Head>
        <h1>The year to come</h1>
        <Quiet>
          {page &&
            `${page.found} of ${page.total} trailers · sharing saves ${page.savedInWords} of opening and closing in the year`}
        </Quiet>
        <Row $gap={14}>
          <LinkButton href="/horizon/calling">Calendars, reminders, meters</LinkButton>
          <LinkButton href="/settings/planning">Hours and intervals</LinkButton>
        </Row>
      </Head>
      <Tools>
        <TextField
          label="Find"
          type="search"
          placeholder="tag, name or customer"
          value={search}
          onChange={setSearch}
        />
        <CustomerChoice value={customer} onChange={setCustomer} />
        <Choice
          label="Kind"
          value={axles}
          onChange={setAxles}
          options={[
            ["", "all"],
            ["1", "single axle"],
            ["2", "tandem"],
            ["3", "triple axle"],
          ]}
        />
        <Choice
          label="Shown"
          value={zoom}
          onChange={setZoom}
          options={ZOOMS.map(([code, words]) => [code, words] as const)}
        />
        <Tick checked={overdue} onChange={setOverdue}>
          overdue only
        </Tick>
      </Tools>
      <Problem of={horizon.error} />
      {page && page.total === 0 && (
        <p>
          Nothing is due: there is no trailer yet. <Link href="/yard">Add one in the yard.</Link>
        </p>
      )}
      <Told role="status">
        {aim ? (
          <>
            <span>
              {aim.words} {shown?.words ?? "…"}
            </span>
            <Button
              $main
              isDisabled={!tried.isSuccess}
              onPress={() => make(aim.row, aim.decisions, aim.words, aim.to)}
            >
              Do it
            </Button>
            <TextButton onPress={() => setAim(null)}>leave it</TextButton>
          </>
        ) : made ? (
          <>
            <span>{made.words}</span>
            <Button onPress={() => undo.mutate(made)}>Undo</Button>
          </>
        ) : (
          <Hint>
            Drag a visit, or choose it and use ← → and Enter. P holds it, N not in this week, M and B merge it
            with the next and the one before, U undoes. A tab says the minutes that sharing saves (−), or else
            how long it takes.
          </Hint>
        )}
        <Problem of={tried.error ?? decide.error ?? undo.error} />
      </Told>
      {page && page.total > 0 && (
        <Board $beside={visit !== undefined}>
          <Frame ref={frame} tabIndex={-1} data-testid="horizon">
            <div style={{ position: "relative", width: `calc(var(--names) + ${whole}px)` }}>
              <Months>
                {months(page.first, count, x).map((m) => (
                  <span key={m.x} style={{ left: `calc(var(--names) + ${m.x}px)` }}>
                    {m.words}
                  </span>
                ))}
              </Months>
              <div
                style={{ position: "relative", height: lines.getTotalSize() }}
                role="list"
                aria-label="Trailers"
              >
                {virtual.map((v) => {
                  const at = rows[v.index];
                  const mine = at && aim?.row.trailerId === at.trailerId;
                  return (
                    <div
                      key={v.key}
                      role="listitem"
                      style={{
                        position: "absolute",
                        top: 0,
                        left: 0,
                        height: LINE,
                        width: "100%",
                        transform: `translateY(${v.start - HEAD}px)`,
                      }}
                    >
                      {at && (
                        <Line
                          row={at}
                          x={x}
                          width={width}
                          whole={whole}
                          chosen={chosen?.trailer === at.trailerId ? (visit?.week ?? null) : null}
                          aim={mine ? aim.to : null}
                          onChoose={(week) => {
                            if (!(mine && aim.to)) setAim(null);
                            setChosen({ trailer: at.trailerId, week });
                          }}
                          onAim={(week, by) => aimBy(at, week, by)}
                          onDrop={() => {
                            if (aim) make(aim.row, aim.decisions, aim.words, aim.to);
                          }}
                          onKey={(event, one) => key(event, at, one)}
                        />
                      )}
                    </div>
                  );
                })}
              </div>
              <Bays>
                <div>
                  <b>Bay hours</b>
                  <br />
                  <Quiet>full: accepted; striped: proposed; line: open</Quiet>
                </div>
                <BayStrip weeks={shown?.weeks ?? page.weeks} width={width} />
              </Bays>
            </div>
          </Frame>
          {row && visit && (
            <VisitPanel
              key={`${row.trailerId}${visit.week}${visit.booking}`}
              line={row}
              visit={visit}
              today={page.today}
              busy={decide.isPending}
              onTry={(decisions, words) => aimAt(row, decisions, words, decisions.at(-1)?.to ?? null)}
              onMake={(decisions, words) => make(row, decisions, words)}
              onClose={() => {
                setChosen(null);
                setAim(null);
              }}
            />
          )}
        </Board>
      )}
      {page && page.weeks.some((w) => w.doesNotFit.length > 0) && (
        <p style={{ marginTop: 10 }}>
          {page.weeks
            .filter((w) => w.doesNotFit.length > 0)
            .map((w) => `No room in the week of ${dayShort(w.monday)} for ${w.doesNotFit.join(", ")}.`)
            .join(" ")}
        </p>
      )}
      {page && page.followUps.length > 0 && (
        <details style={{ marginTop: 14 }}>
          <summary>{page.followUps.length} checks owed</summary>
          <ul>
            {page.followUps.map((f) => (
              <li key={f.id}>
                {dayInWords(f.dueOn)} <Link href={`/yard/trailers/${f.trailerId}`}>{f.tag}</Link> {f.words}{" "}
                <Quiet>{f.reason}</Quiet>
              </li>
            ))}
          </ul>
        </details>
      )}
    </Page>
  );
}

/** After a plan has changed, the visit that stands nearest to where the chosen one was. */
function nearest(row: Row, week: string | undefined) {
  if (!week) return undefined;
  return [...row.visits].sort(
    (a, b) =>
      Math.abs(Date.parse(a.week) - Date.parse(week)) - Math.abs(Date.parse(b.week) - Date.parse(week)),
  )[0];
}
