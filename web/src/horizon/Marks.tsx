import { type KeyboardEvent, useState } from "react";
import styled from "styled-components";
import type { Schemas } from "../api/client";
import { Quiet, Stack } from "../ui/Page";
import { Tooltip } from "../ui/Tooltip";
import { type Cluster, clusters, markInWords } from "./marks";
import type { Scale } from "./timeline";

/** How wide a mark is to the pointer, unless its neighbours stand nearer. */
const WIDE = 22;

const Spot = styled.button`
  position: absolute;
  top: 0;
  height: 30px;
  padding: 0;
  border: 0;
  background: none;
  cursor: help;
  &:focus-visible {
    outline: 3px solid var(--working);
    outline-offset: -3px;
  }
`;

// Half way to its neighbours, so that none lies over another.
function reach(spots: readonly Cluster[], number: number) {
  const at = spots[number]?.x ?? 0;
  const half = (beside: Cluster | undefined) =>
    beside ? Math.min(WIDE / 2, Math.abs(beside.x - at) / 2) : WIDE / 2;
  const left = at - half(spots[number - 1]);
  return { left, width: at + half(spots[number + 1]) - left };
}

interface Props {
  row: Schemas["HorizonLine"];
  x: Scale;
  /** Somebody wants to see each of them. */
  onOpen: () => void;
}

/** What falls due on a line: each mark says what it is to whoever points at it or walks there with the arrow keys. */
export function Marks({ row, x, onOpen }: Props) {
  const [stop, setStop] = useState(0);
  const [told, setTold] = useState<{ at: HTMLElement; number: number } | null>(null);
  const spots = clusters(row.marks, x);
  const walk = (event: KeyboardEvent<HTMLElement>, number: number) => {
    const to = event.key === "ArrowRight" ? number + 1 : event.key === "ArrowLeft" ? number - 1 : number;
    if (event.key === "Escape") setTold(null);
    if (to === number || !spots[to]) return;
    event.preventDefault();
    setStop(to);
    const beside = event.currentTarget.parentElement?.children[to];
    if (beside instanceof HTMLElement) beside.focus();
  };
  const shown = told && spots[told.number];
  return (
    <>
      <div role="group" aria-label={`What falls due on ${row.tag}`}>
        {spots.map((spot, number) => (
          <Spot
            key={spot.marks[0]?.id}
            type="button"
            tabIndex={number === Math.min(stop, spots.length - 1) ? 0 : -1}
            style={reach(spots, number)}
            aria-label={spot.marks.map(markInWords).join(". ")}
            onPointerEnter={(e) => setTold({ at: e.currentTarget, number })}
            onPointerLeave={() => setTold(null)}
            onFocus={(e) => {
              setStop(number);
              setTold({ at: e.currentTarget, number });
            }}
            onBlur={() => setTold(null)}
            onKeyDown={(e) => walk(e, number)}
            onClick={onOpen}
          />
        ))}
      </div>
      <Tooltip at={shown ? told.at : null}>
        <Stack $gap={8}>
          {shown?.marks.map((mark) => (
            <div key={mark.id}>
              <b>{markInWords(mark)}</b>
              <br />
              <Quiet>{mark.reason}</Quiet>
            </div>
          ))}
        </Stack>
      </Tooltip>
    </>
  );
}
