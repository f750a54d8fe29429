import styled from "styled-components";
import type { Schemas } from "../api/client";
import { Quiet, Table } from "./Page";

const Items = styled(Table)`
  th {
    width: 48%;
    overflow-wrap: normal;
  }
`;

const RESULT: Record<Schemas["InspectionResult"], string> = {
  doesNotApply: "does not apply",
  notLookedAt: "not looked at",
  passed: "passed",
  mended: "mended, passed",
  defective: "does not pass",
};

/** How the items of a periodic inspection come out. */
export function InspectionLines({ lines }: { lines: readonly Schemas["InspectionLine"][] }) {
  return (
    <Items aria-label="Items of the periodic inspection">
      <tbody>
        {lines.map((l) => (
          <tr key={l.number}>
            <th scope="row">
              {l.number}. {l.name}
            </th>
            <td>
              {l.result === "notLookedAt" ? (
                <Quiet>
                  {l.lookedAt} of {l.of}
                </Quiet>
              ) : l.result === "defective" ? (
                <b>{RESULT[l.result]}</b>
              ) : (
                RESULT[l.result]
              )}
              {(l.result === "defective" || l.result === "mended") &&
                l.words.map((w) => (
                  <span key={w} style={{ display: "block" }}>
                    {w}
                  </span>
                ))}
            </td>
          </tr>
        ))}
      </tbody>
    </Items>
  );
}
