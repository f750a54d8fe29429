import type { Schemas } from "../../api/client";
import { Checkbox } from "../../ui/Checkbox";
import { NumberField } from "../../ui/NumberField";
import { Quiet, Section, Table } from "../../ui/Page";
import { Default } from "../Default";
import { without } from "./without";

export type Choices = Record<string, Schemas["IntervalChoice"]>;

/** How long a rule's work lasts, as we made it: "12 months or 12,000 mi". */
const inWords = (rule: Schemas["RuleAnswer"]): string =>
  [
    rule.months === null ? "" : `${rule.months} months`,
    rule.miles === null ? "" : `${rule.miles.toLocaleString("en")} mi`,
  ]
    .filter(Boolean)
    .join(" or ") || "what the law says";

/** How long work lasts, and by whose choice. */
export function Intervals({
  rules,
  chosen,
  shops,
  at,
  onChange,
}: {
  rules: Schemas["RuleAnswer"][];
  chosen: Choices;
  shops: Choices;
  /** What is wrong with a field, by its pointer. */
  at: (pointer: string) => string | undefined;
  onChange: (chosen: Choices) => void;
}) {
  return (
    <Section>
      <Table>
        <caption>How long work lasts</caption>
        <thead>
          <tr>
            <th>Work</th>
            <th>Kept</th>
            <th>Months</th>
            <th>Miles</th>
            <th>By whose choice</th>
          </tr>
        </thead>
        <tbody>
          {rules.map((r) => {
            const own = chosen[r.code];
            const above = shops[r.code];
            const stands = own ?? above ?? { kept: !r.legal, months: null, miles: null };
            const months = stands.months ?? (stands.miles === null ? r.months : null);
            const miles = stands.miles ?? (stands.months === null ? r.miles : null);
            const put = (part: Partial<Schemas["IntervalChoice"]>) =>
              onChange({ ...chosen, [r.code]: { kept: stands.kept, months, miles, ...part } });
            return (
              <tr key={r.code}>
                <td>
                  {r.name}
                  {r.legal && (
                    <>
                      <br />
                      <Quiet>by law where it applies</Quiet>
                    </>
                  )}
                  {at(`/intervals/${r.code}`) && (
                    <div role="alert" style={{ color: "var(--renew)", fontWeight: 600 }}>
                      {at(`/intervals/${r.code}`)}
                    </div>
                  )}
                </td>
                <td>
                  <Checkbox checked={stands.kept} onChange={(kept) => put({ kept })}>
                    <span className="said">kept</span>
                  </Checkbox>
                </td>
                <td>
                  <NumberField
                    label={`${r.name}, months`}
                    quiet
                    width={84}
                    value={months}
                    onChange={(now) => put({ months: now })}
                  />
                </td>
                <td>
                  <NumberField
                    label={`${r.name}, miles`}
                    quiet
                    width={116}
                    value={miles}
                    onChange={(now) => put({ miles: now })}
                  />
                </td>
                <td>
                  {own || !above ? (
                    <Quiet>
                      <Default
                        is={own === undefined}
                        words={above ? "the shop’s" : inWords(r)}
                        source={above ? "this shop’s choice" : r.source}
                        onBack={() => onChange(without<Schemas["IntervalChoice"]>(chosen, r.code, undefined))}
                      />
                    </Quiet>
                  ) : (
                    <Quiet>this shop’s</Quiet>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </Section>
  );
}
