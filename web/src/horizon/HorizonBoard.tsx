import { useVirtualizer } from "@tanstack/react-virtual";
import { memo, type RefObject, useCallback, useEffect, useMemo, useRef, useState } from "react";
import styled from "styled-components";
import type { Schemas } from "../api/client";
import { Quiet } from "../ui/Page";
import { BayStrip } from "./BayStrip";
import { Line, LINE, type LineProps, NAMES } from "./Line";
import { tasksOf } from "./marks";
import { TASK, TaskLines } from "./TaskLines";
import { BEFORE, months, scale, weekWidth, type Zoom } from "./timeline";
import type { useAim } from "./useAim";
import { useZoom } from "./useZoom";

const HEAD = 30;
/** Room at the right for the tab of a visit in the last week. */
const TAB = 34;

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
  i {
    position: absolute;
    bottom: 4px;
    padding: 0 4px;
    font-size: 14px;
    font-style: normal;
    font-weight: 600;
    background: var(--ground);
    transform: translateX(-100%);
  }
`;

const Today = styled.div`
  position: absolute;
  top: ${HEAD}px;
  bottom: 0;
  width: 2px;
  background: var(--ink);
  opacity: 0.45;
  z-index: 2;
  pointer-events: none;
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

interface Props {
  page: Schemas["HorizonAnswer"];
  rows: Schemas["HorizonLine"][];
  zoom: Zoom;
  plan: ReturnType<typeof useAim>;
  /** The week of the visit that is shown as chosen. */
  week: string | null;
  /** Somebody wants a closer look, or one from further away. */
  onZoom: (zoom: Zoom) => void;
  /** The end of what is known is near. */
  onMore: () => void;
}

/** The lines under their months, and the bays below them. Only what is in view is drawn. */
export function HorizonBoard({ page, rows, zoom, plan, week, onZoom, onMore }: Props) {
  const width = weekWidth(zoom);
  const count = page.weeks.length;
  const whole = BEFORE + count * width + TAB;
  const x = useMemo(() => scale(page.first, count, width), [page.first, count, width]);
  const frame = useRef<HTMLDivElement>(null);
  const zoomTo = useZoom(frame, zoom, onZoom);
  const [opened, setOpened] = useState<readonly string[]>([]);
  const open = useCallback(
    (id: string) => setOpened((now) => (now.includes(id) ? now.filter((one) => one !== id) : [...now, id])),
    [],
  );
  // Lines stay as they are while others scroll by: what they ask for is looked up when they do.
  const latest = useRef(plan);
  useEffect(() => {
    latest.current = plan;
  });
  // eslint-disable-next-line react-hooks/incompatible-library -- what it returns is used here and handed on nowhere
  const lines = useVirtualizer({
    count: page.found,
    getScrollElement: () => frame.current,
    estimateSize: (i) => {
      const row = rows[i];
      return LINE + (row && opened.includes(row.trailerId) ? tasksOf(row).length * TASK : 0);
    },
    overscan: 4,
    scrollMargin: HEAD,
  });
  const virtual = lines.getVirtualItems();
  const last = virtual.at(-1)?.index ?? 0;
  useEffect(() => lines.measure(), [lines, opened, rows]);
  useEffect(() => {
    if (last >= rows.length - 8) onMore();
  }, [last, rows.length, onMore]);

  return (
    <Frame
      ref={frame}
      tabIndex={-1}
      data-testid="horizon"
      onKeyDown={(e) => {
        const by = e.key === "+" || e.key === "=" ? 1 : e.key === "-" ? -1 : 0;
        if (by !== 0 && !e.ctrlKey && !e.metaKey && !e.altKey) zoomTo(by, null);
      }}
    >
      <div style={{ position: "relative", width: `calc(var(--names) + ${whole}px)` }}>
        <Months>
          {months(page.first, count, x).map((m) => (
            <span key={m.x} style={{ left: `calc(var(--names) + ${m.x}px)` }}>
              {m.words}
            </span>
          ))}
          <i style={{ left: `calc(var(--names) + ${x(page.today)}px)` }}>today</i>
        </Months>
        <Today style={{ left: `calc(var(--names) + ${x(page.today)}px)` }} />
        <div style={{ position: "relative", height: lines.getTotalSize() }} role="list" aria-label="Trailers">
          {virtual.map((v) => {
            const at = rows[v.index];
            return (
              <div
                key={v.key}
                role="listitem"
                style={{
                  position: "absolute",
                  top: 0,
                  left: 0,
                  height: v.size,
                  width: "100%",
                  transform: `translateY(${v.start - HEAD}px)`,
                }}
              >
                {at && (
                  <OneLine
                    row={at}
                    x={x}
                    width={width}
                    whole={whole}
                    chosen={plan.chosen?.trailer === at.trailerId ? week : null}
                    aim={plan.aim?.row.trailerId === at.trailerId ? plan.aim.to : null}
                    opened={opened.includes(at.trailerId)}
                    onOpen={open}
                    plan={latest}
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
          <BayStrip weeks={plan.comesTo?.weeks ?? page.weeks} width={width} />
        </Bays>
      </div>
    </Frame>
  );
}

interface OneProps extends Pick<LineProps, "row" | "x" | "width" | "whole" | "chosen" | "aim" | "opened"> {
  onOpen: (trailer: string) => void;
  plan: RefObject<ReturnType<typeof useAim>>;
}

/** A line with its tasks where it is opened; drawn anew only when something of it has changed. */
const OneLine = memo(function OneLine({ row, x, whole, opened, onOpen, plan, ...drawn }: OneProps) {
  return (
    <>
      <Line
        {...drawn}
        row={row}
        x={x}
        whole={whole}
        opened={opened}
        onOpen={() => onOpen(row.trailerId)}
        onChoose={(week) => {
          const { aim, leave, setChosen } = plan.current;
          if (aim?.row.trailerId !== row.trailerId || !aim.to) leave();
          setChosen({ trailer: row.trailerId, week });
        }}
        onAim={(week, by) => plan.current.aimBy(row, week, by)}
        onDrop={() => plan.current.makeIt()}
        onKey={(event, visit) => plan.current.key(event, row, visit)}
      />
      {opened && <TaskLines row={row} x={x} whole={whole} />}
    </>
  );
});
