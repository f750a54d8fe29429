import styled from "styled-components";
import { type BlockKind, longWidth, runs } from "./blocks";

const Line = styled.span`
  display: inline-flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 3px;
  min-height: 20px;
  padding-bottom: 2px;
  border-bottom: 2px solid var(--steel);
  min-width: 44px;
`;

const SHAPES: Record<BlockKind, React.CSSProperties> = {
  promised: { background: "var(--working)", border: "1px solid var(--working)" },
  free: { background: "transparent", border: "2px solid var(--ink)" },
  missing: { background: "transparent", border: "2px dashed var(--renew)" },
  coming: {
    border: "1px solid var(--steel)",
    background: "repeating-linear-gradient(45deg, var(--steel) 0 1px, transparent 1px 4px)",
  },
};

/** A part's board on the shelf: promised, free, missing and coming as blocks. The figures stand beside it in words. */
export function Board(of: { promised: number; free: number; missing: number; coming: number }) {
  return (
    <Line aria-hidden>
      {runs(of).flatMap((run) =>
        Array.from({ length: run.blocks }, (_, i) => (
          <span
            key={`${run.kind} ${i}`}
            style={{
              ...SHAPES[run.kind],
              width: run.long ? longWidth(run.amount) : 10,
              height: 16,
              display: "inline-block",
            }}
          />
        )),
      )}
    </Line>
  );
}
