import type { Schemas } from "../api/client";
import { capital } from "../api/words";
import { Quiet, Table } from "./Page";

/** A range of money: "180 to 224"; one figure where it is known. */
export const range = (s: Schemas["Spread"]): string =>
  s.low === s.high ? s.likely.toFixed(2) : `${s.low.toFixed(0)} to ${s.high.toFixed(0)}`;

/** An estimate line by line, each with how it was reckoned. */
export function EstimateTable({ of }: { of: Schemas["EstimateAnswer"] }) {
  return (
    <Table>
      <tbody>
        {of.lines.map((l) => (
          <tr key={l.words}>
            <th scope="row">
              {capital(l.words)} <Quiet>{l.how}</Quiet>
            </th>
            <td style={{ textAlign: "right", whiteSpace: "nowrap" }}>{l.amount.likely.toFixed(2)}</td>
          </tr>
        ))}
        <tr>
          <th scope="row">
            <b>In all</b>
          </th>
          <td style={{ textAlign: "right", whiteSpace: "nowrap" }}>
            <b>{of.total.likely.toFixed(2)}</b>
          </td>
        </tr>
      </tbody>
    </Table>
  );
}
