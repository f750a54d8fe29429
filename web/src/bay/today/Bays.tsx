import { useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { note } from "../../ui/Notes";
import { Quiet } from "../../ui/Page";
import { Block } from "./Block";
import { type Board, moved, type OnBoard } from "./board";
import { hour, minutesOf, snapped, STEP, timeOf } from "../../api/hours";
import type { Changes } from "./useToday";

// A minute of the day, in pixels: a quarter of an hour can be touched.
const TALL = 1.25;
const GUTTER = 52;

const Grid = styled.div`
  position: relative;
  display: grid;
  border-top: 1px solid var(--ink);
  border-bottom: 1px solid var(--ink);
  user-select: none;
`;

const Column = styled.div`
  position: relative;
  container-type: inline-size;
  border-left: 1px solid var(--hair);
`;

const Names = styled.div`
  display: grid;
  padding-bottom: 4px;
`;

const Mark = styled.i`
  position: absolute;
  left: 0;
  right: 0;
  border-top: 1px solid var(--hair);
  pointer-events: none;
  span {
    position: absolute;
    top: 2px;
    left: 0;
    font-style: normal;
    font-size: 14px;
    color: var(--steel);
  }
`;

const Break = styled.i`
  position: absolute;
  left: ${GUTTER}px;
  right: 0;
  background: var(--tint);
  opacity: 0.55;
  pointer-events: none;
`;

const Now = styled.i`
  position: absolute;
  left: ${GUTTER - 6}px;
  right: 0;
  border-top: 2px solid var(--ink);
  pointer-events: none;
`;

const Ghost = styled.div`
  position: absolute;
  left: 4px;
  right: 4px;
  border: 2px dashed var(--working);
  border-radius: 3px;
  padding: 2px 6px;
  font-weight: 600;
  pointer-events: none;
  z-index: 3;
`;

interface Drag {
  id: string;
  bay: number;
  starts: string;
}

interface Props {
  board: Board;
  changes: Changes;
  mayPlan: boolean;
  onPick: (id: string) => void;
}

/** The bays side by side, the hours downward. A trailer is dragged, or moved with the arrow keys. */
export function Bays({ board, changes, mayPlan, onPick }: Props) {
  const grid = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const opens = minutesOf(board.opens);
  const closes = minutesOf(board.closes);
  const y = (time: string) => (minutesOf(time) - opens) * TALL;
  const columns = `${GUTTER}px repeat(${board.bays}, minmax(0, 1fr))`;
  const bays = Array.from({ length: board.bays }, (_, i) => i + 1);

  const move = (trailer: OnBoard, bay: number, starts: string) => {
    if (trailer.slot?.bay === bay && trailer.slot.starts === starts) return;
    changes.put.mutate({
      slots: [moved(board, trailer, bay, starts)],
      words: `${trailer.tag} is in bay ${bay} at ${hour(starts)}.`,
    });
  };
  useDragging(
    grid,
    mayPlan,
    setDrag,
    (id, at) => {
      const trailer = board.trailers.find((t) => t.id === id);
      if (trailer && at) move(trailer, at.bay, at.starts);
    },
    (dx, dy, box) => ({
      bay: Math.min(
        board.bays,
        Math.max(1, Math.floor((dx - GUTTER) / ((box.width - GUTTER) / board.bays)) + 1),
      ),
      starts: snapped(opens + dy / TALL, board.opens, board.closes),
    }),
  );

  const keyed = (trailer: OnBoard, key: string): boolean => {
    const { slot } = trailer;
    if (!slot || !mayPlan) return false;
    const at = minutesOf(slot.starts);
    if (key === "ArrowUp") move(trailer, slot.bay, snapped(at - STEP, board.opens, board.closes));
    else if (key === "ArrowDown") move(trailer, slot.bay, snapped(at + STEP, board.opens, board.closes));
    else if (key === "ArrowLeft") move(trailer, Math.max(1, slot.bay - 1), slot.starts);
    else if (key === "ArrowRight") move(trailer, Math.min(board.bays, slot.bay + 1), slot.starts);
    else if (key === "Delete" || key === "Backspace")
      changes.put.mutate({ slots: [], off: [trailer.id], words: `${trailer.tag} is off the board.` });
    else return false;
    return true;
  };
  const hours = Array.from({ length: Math.floor((closes - opens) / 60) + 1 }, (_, i) => opens + i * 60);
  const now = minutesOf(board.now);
  if (closes <= opens) return <p>Nobody works today: the board stays empty.</p>;
  return (
    <section aria-label="The bays">
      <Names style={{ gridTemplateColumns: columns }}>
        <span />
        {bays.map((bay) => (
          <h2 key={bay}>Bay {bay}</h2>
        ))}
      </Names>
      <Grid
        ref={grid}
        style={{ gridTemplateColumns: columns, height: (closes - opens) * TALL }}
        data-testid="bays"
      >
        {hours.map((at) => (
          <Mark key={at} style={{ top: (at - opens) * TALL }}>
            <span>{hour(timeOf(at))}</span>
          </Mark>
        ))}
        {board.breakAt && board.breakEnds && (
          <Break style={{ top: y(board.breakAt), height: y(board.breakEnds) - y(board.breakAt) }} />
        )}
        {now >= opens && now <= closes && (
          <Now style={{ top: y(board.now) }} title={`now, ${hour(board.now)}`} />
        )}
        <span />
        {bays.map((bay) => (
          <Column key={bay} role="list" aria-label={`Bay ${bay}`}>
            {board.trailers
              .filter((t) => t.slot?.bay === bay)
              .map((t) => (
                <Block
                  key={t.id}
                  trailer={t}
                  people={board.people}
                  top={y(t.slot?.starts ?? board.opens)}
                  height={
                    (minutesOf(t.slot?.ends ?? board.opens) - minutesOf(t.slot?.starts ?? board.opens)) * TALL
                  }
                  faded={drag?.id === t.id}
                  onPick={() => onPick(t.id)}
                  onKey={(key) => keyed(t, key)}
                />
              ))}
            {drag?.bay === bay && (
              <Ghost style={{ top: y(drag.starts), minHeight: 40 }}>
                {board.trailers.find((t) => t.id === drag.id)?.tag} {hour(drag.starts)}
              </Ghost>
            )}
          </Column>
        ))}
      </Grid>
      {mayPlan && (
        <Quiet style={{ fontSize: 15 }}>
          Drag a trailer to its bay and hour, or choose it and use the arrow keys; Delete takes it off the
          board.
        </Quiet>
      )}
    </section>
  );
}

// What is dragged is whatever says which trailer it is, in a bay or beside them. A touch that goes nowhere is a press.
function useDragging(
  grid: React.RefObject<HTMLDivElement | null>,
  on: boolean,
  show: (drag: Drag | null) => void,
  drop: (id: string, at: Omit<Drag, "id"> | null) => void,
  place: (dx: number, dy: number, box: DOMRect) => Omit<Drag, "id">,
) {
  const live = useRef({ show, drop, place });
  useEffect(() => {
    live.current = { show, drop, place };
  });
  useEffect(() => {
    if (!on) return;
    let held: { id: string; x: number; y: number; grip: number; going: boolean } | null = null;
    const at = (e: PointerEvent, grip: number) => {
      const box = grid.current?.getBoundingClientRect();
      if (
        !box ||
        e.clientX < box.left ||
        e.clientX > box.right ||
        e.clientY < box.top - 20 ||
        e.clientY > box.bottom
      )
        return null;
      return live.current.place(e.clientX - box.left, e.clientY - box.top - grip, box);
    };
    const down = (e: PointerEvent) => {
      const one = e.target instanceof Element ? e.target.closest<HTMLElement>("[data-trailer]") : null;
      const id = one?.dataset["trailer"];
      if (!one || !id || e.button !== 0) return;
      const inBay = grid.current?.contains(one) ?? false;
      held = {
        id,
        x: e.clientX,
        y: e.clientY,
        grip: inBay ? e.clientY - one.getBoundingClientRect().top : 0,
        going: false,
      };
    };
    const go = (e: PointerEvent) => {
      if (!held) return;
      held.going ||= Math.hypot(e.clientX - held.x, e.clientY - held.y) > 8;
      if (!held.going) return;
      const where = at(e, held.grip);
      live.current.show(where && { id: held.id, ...where });
    };
    const up = (e: PointerEvent) => {
      if (held?.going) {
        const { id, grip } = held;
        // The press that ends a drag opens nothing.
        const quiet = (click: MouseEvent) => {
          click.stopPropagation();
          click.preventDefault();
        };
        window.addEventListener("click", quiet, { capture: true, once: true });
        setTimeout(() => window.removeEventListener("click", quiet, { capture: true }), 0);
        live.current.show(null);
        live.current.drop(id, e.type === "pointerup" ? at(e, grip) : null);
        if (!at(e, grip) && e.type === "pointerup") note("It stays where it was: that was beside the bays.");
      }
      held = null;
    };
    window.addEventListener("pointerdown", down, true);
    window.addEventListener("pointermove", go, true);
    window.addEventListener("pointerup", up, true);
    window.addEventListener("pointercancel", up, true);
    return () => {
      window.removeEventListener("pointerdown", down, true);
      window.removeEventListener("pointermove", go, true);
      window.removeEventListener("pointerup", up, true);
      window.removeEventListener("pointercancel", up, true);
    };
  }, [on, grid]);
}
