import { VisuallyHidden } from "react-aria-components/VisuallyHidden";
import type { Schemas } from "../../api/client";
import { Checkbox } from "../../ui/Checkbox";
import { NumberField } from "../../ui/NumberField";
import { Quiet, Section, Table } from "../../ui/Page";
import { Select } from "../../ui/Select";
import { Advised } from "../Advised";
import { Default } from "../Default";
import { without } from "./without";

export type Choices = Record<string, Schemas["IntervalChoice"]>;

/** How long a rule's work lasts, as we made it: "12 months or 12,000 mi". */
const inWords = (rule: Schemas["RuleAnswer"]): string =>
  !rule.recurs ? DOERS[rule.by] : rule.onlyWhereAsked ? "not kept" : lasts(rule);

const DOERS: Record<Schemas["Doer"], string> = { shop: "the shop", owner: "its owner" };

const lasts = (rule: Schemas["RuleAnswer"]): string =>
  [
    rule.months === null ? "" : `${rule.months} months`,
    rule.miles === null ? "" : `${rule.miles.toLocaleString("en")} mi`,
  ]
    .filter(Boolean)
    .join(" or ") || "what the law says";

/** How long work lasts, who does it, and by whose choice. */
export function Intervals({
  rules,
  chosen,
  shops,
  advised = false,
  at,
  onChange,
}: {
  rules: Schemas["RuleAnswer"][];
  chosen: Choices;
  shops: Choices;
  /** Whether what the record advises is told beside. */
  advised?: boolean;
  /** What is wrong with a field, by its pointer. */
  at: (pointer: string) => string | undefined;
  onChange: (chosen: Choices) => void;
}) {
  return (
    <Section>
      <Table>
        <caption>How long work lasts, and who does it</caption>
        <thead>
          <tr>
            <th>Work</th>
            <th>Kept</th>
            <th>Months</th>
            <th>Miles</th>
            <th>Who does it</th>
            <th>By whose choice</th>
          </tr>
        </thead>
        <tbody>
          {rules.map((r) => {
            const own = chosen[r.code];
            const above = shops[r.code];
            const stands = own ?? above ?? { kept: !r.legal && !r.onlyWhereAsked, months: null, miles: null };
            const by = own?.by ?? above?.by ?? r.by;
            const months = stands.months ?? (stands.miles === null ? r.months : null);
            const miles = stands.miles ?? (stands.months === null ? r.miles : null);
            const put = (part: Partial<Schemas["IntervalChoice"]>) =>
              onChange({
                ...chosen,
                [r.code]: {
                  kept: stands.kept,
                  months: own?.months ?? null,
                  miles: own?.miles ?? null,
                  by: own?.by ?? null,
                  ...part,
                },
              });
            return (
              <tr key={r.code}>
                <td>
                  {r.name}
                  {advised && <Advised rule={r.code} />}
                  <Note words={r.legal ? "by law where it applies" : noteOf(r)} />
                  {at(`/intervals/${r.code}`) && (
                    <div role="alert" style={{ color: "var(--renew)", fontWeight: 600 }}>
                      {at(`/intervals/${r.code}`)}
                    </div>
                  )}
                </td>
                <td>
                  {r.recurs && (
                    <Checkbox checked={stands.kept} onChange={(kept) => put({ kept })}>
                      <VisuallyHidden>{`${r.name}, kept`}</VisuallyHidden>
                    </Checkbox>
                  )}
                </td>
                <td>
                  {r.recurs && (
                    <NumberField
                      label={`${r.name}, months`}
                      quiet
                      width={84}
                      value={months}
                      onChange={(now) => put({ months: now, miles })}
                    />
                  )}
                </td>
                <td>
                  {r.recurs && (
                    <NumberField
                      label={`${r.name}, miles`}
                      quiet
                      width={116}
                      value={miles}
                      onChange={(now) => put({ months, miles: now })}
                    />
                  )}
                </td>
                <td>
                  {r.ownerMay ? (
                    <Select
                      label={`${r.name}, who does it`}
                      quiet
                      value={by}
                      options={Object.entries(DOERS) as [Schemas["Doer"], string][]}
                      onChange={(now) => put({ by: now })}
                    />
                  ) : (
                    DOERS.shop
                  )}
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

const noteOf = (rule: Schemas["RuleAnswer"]): string =>
  !rule.recurs
    ? "after work, by miles"
    : rule.onlyWhereAsked
      ? "rides with repacks and shoe work; by an interval only where you ask for it"
      : "";

function Note({ words }: { words: string }) {
  return (
    words && (
      <>
        <br />
        <Quiet>{words}</Quiet>
      </>
    )
  );
}
