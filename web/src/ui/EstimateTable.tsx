import type { Schemas } from "../api/client";
import { type Money, useMoney } from "../api/money";
import { capital } from "../api/words";
import { Quiet, Table } from "./Page";

/** A range of money: "$180 to $224"; one figure where it is known. */
export const range = (s: Schemas["Spread"], money: Money): string =>
  s.low === s.high ? money(s.likely) : `${money.about(s.low)} to ${money.about(s.high)}`;

/** An estimate line by line, each with how it was reckoned. */
export function EstimateTable({ of }: { of: Schemas["EstimateAnswer"] }) {
  const money = useMoney();
  return (
    <Table>
      <tbody>
        {of.lines.map((l) => (
          <tr key={l.words}>
            <th scope="row">
              {capital(l.words)} <Quiet>{l.how}</Quiet>
            </th>
            <td style={{ textAlign: "right", whiteSpace: "nowrap" }}>{money(l.amount.likely)}</td>
          </tr>
        ))}
        <tr>
          <th scope="row">
            <b>In all</b>
          </th>
          <td style={{ textAlign: "right", whiteSpace: "nowrap" }}>
            <b>{money(of.total.likely)}</b>
          </td>
        </tr>
      </tbody>
    </Table>
  );
}
