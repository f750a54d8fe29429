import { VisuallyHidden } from "react-aria-components/VisuallyHidden";
import styled from "styled-components";
import type { Schemas } from "../../api/client";
import { capital } from "../../api/words";
import { GearGlyph } from "../../gearplan/GearGlyph";
import { VerdictWord } from "../../ui/Verdict";
import { namesOf, type OnBoard } from "./board";
import { hour } from "../../api/hours";
import { AgreedMark, PartsMark } from "./Parts";

const Box = styled.button<{ $here: boolean }>`
  position: absolute;
  left: 4px;
  right: 4px;
  overflow: hidden;
  display: flex;
  flex-direction: column;
  align-items: stretch;
  padding: 3px 8px;
  text-align: left;
  line-height: 1.25;
  font-size: 15px;
  color: var(--ink);
  background: ${(p) => (p.$here ? "var(--tint)" : "var(--raised)")};
  border: 1px ${(p) => (p.$here ? "solid" : "dashed")} var(--working);
  border-left: 6px solid var(--working);
  border-radius: 3px;
  cursor: grab;
  touch-action: none;
  @media (max-width: 900px) {
    touch-action: pan-y;
  }
  svg {
    float: right;
    margin: -1px -4px 0 6px;
  }
  @container (max-width: 220px) {
    svg {
      display: none;
    }
  }
  > span > span {
    display: block;
  }
  b {
    font-size: 18px;
  }
  i {
    position: absolute;
    left: 0;
    bottom: 0;
    height: 4px;
    background: var(--working);
  }
  em {
    font-style: normal;
    font-weight: 600;
    color: var(--renew);
  }
`;

interface Props {
  trailer: OnBoard;
  people: Schemas["HandAnswer"][];
  top: number;
  height: number;
  faded: boolean;
  onPick: () => void;
  /** True where the key did something. */
  onKey: (key: string) => boolean;
}

/** A trailer in its bay, as long as its work takes. */
export function Block({ trailer, people, top, height, faded, onPick, onKey }: Props) {
  const { slot } = trailer;
  if (!slot) return null;
  const when = `${hour(slot.starts)} to ${hour(slot.ends)}`;
  const wide = height > 62;
  return (
    <div role="listitem">
      <Box
        type="button"
        $here={trailer.here}
        data-trailer={trailer.id}
        data-tag={trailer.tag}
        style={{ top, height: Math.max(26, height - 2), opacity: faded ? 0.4 : 1 }}
        onClick={onPick}
        onKeyDown={(e) => {
          if (onKey(e.key)) e.preventDefault();
        }}
      >
        <span>
          {wide && trailer.glyph && <GearGlyph glyph={trailer.glyph} />}
          <b>{trailer.tag}</b> {trailer.onHold && <VerdictWord verdict="hold" />} {when}
          {slot.pinned && (
            <>
              {" "}
              <span aria-hidden="true" style={{ display: "inline" }}>
                ▾
              </span>
              <VisuallyHidden> stays</VisuallyHidden>
            </>
          )}
          {!trailer.here && <VisuallyHidden> not here yet</VisuallyHidden>}
          {slot.late && <em> promised for {hour(slot.late)}</em>}
          {slot.overNight && <em> stays over night</em>}
          {wide && (
            <span>
              {namesOf(people, trailer).join(" and ")} · <PartsMark of={trailer} />
              {trailer.agreed !== "notAsked" && " · "}
              <AgreedMark of={trailer} />
            </span>
          )}
          {height > 40 && <span>{capital(trailer.what)}</span>}
        </span>
        {trailer.share > 0 && <i style={{ width: `${Math.round(trailer.share * 100)}%` }} />}
      </Box>
    </div>
  );
}
