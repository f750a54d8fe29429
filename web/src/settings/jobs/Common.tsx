import styled from "styled-components";
import { Checkbox } from "../../ui/Checkbox";
import { Disclosure } from "../../ui/Disclosure";
import { TextField } from "../../ui/Fields";
import { NumberField } from "../../ui/NumberField";
import { Quiet, Row, Section, Stack, Table } from "../../ui/Page";
import { TextButton } from "../../ui/Button";
import { minutesInWords } from "../../api/words";
import type { Schemas } from "../../api/client";
import { Problem } from "../../ui/Problem";
import { type Gear, optionsOf, type Picks } from "./own";
import { Ticks } from "./Several";

/** Stays in sight while the steps beside it are written. */
const Beside = styled(Section)`
  align-self: start;
  @media (min-width: 901px) {
    position: sticky;
    top: 12px;
    max-height: calc(100vh - 24px);
    overflow-y: auto;
  }
`;

type ProblemAt = (pointer: string) => string | undefined;

/** On which running gear something is done: on all where nothing is ticked. */
export function OnGear({
  gear,
  picks,
  problem,
  onChange,
}: {
  gear: Gear;
  picks: Picks;
  problem: ProblemAt;
  onChange: (gear: Gear) => void;
}) {
  const axles = ["one", "two", "three"].map(
    (words, i) => [String(i + 1), `${words} axle${i ? "s" : ""}`] as const,
  );
  return (
    <Disclosure
      title={<Quiet>Only on some trailers: by brakes, suspension, lubrication, axles</Quiet>}
      defaultOpen={problem("/gear") !== undefined || Object.values(gear).some((l) => l.length > 0)}
    >
      <Section aria-label="On which trailers">
        <h3>On which trailers</h3>
        <Quiet>Of what is not ticked at all, any will do.</Quiet>
        {problem("/gear") && <p role="alert">{problem("/gear")}</p>}
        <Stack $gap={6}>
          <Ticks
            label="Brakes"
            value={gear.brakes}
            options={optionsOf(picks.brakes)}
            onChange={(brakes) => onChange({ ...gear, brakes })}
            problem={problem("/gear/brakes")}
          />
          <Ticks
            label="Suspension"
            value={gear.suspensions}
            options={optionsOf(picks.suspensions)}
            onChange={(suspensions) => onChange({ ...gear, suspensions })}
            problem={problem("/gear/suspensions")}
          />
          <Ticks
            label="Lubrication"
            value={gear.lubrications}
            options={optionsOf(picks.lubrications)}
            onChange={(lubrications) => onChange({ ...gear, lubrications })}
            problem={problem("/gear/lubrications")}
          />
          <Ticks
            label="Axles"
            value={gear.axles.map(String)}
            options={axles}
            onChange={(all) => onChange({ ...gear, axles: all.map(Number) })}
            problem={problem("/gear/axles")}
          />
        </Stack>
      </Section>
    </Disclosure>
  );
}

/** The checks that work leaves owing. */
export function Owing({
  owing,
  problem,
  onChange,
}: {
  owing: readonly Schemas["OwnCheck"][];
  problem: ProblemAt;
  onChange: (owing: Schemas["OwnCheck"][]) => void;
}) {
  const set = (at: number, part: Partial<Schemas["OwnCheck"]>) =>
    onChange(owing.map((c, i) => (i === at ? { ...c, ...part } : c)));
  return (
    <Section aria-label="What it leaves owing">
      <h3>What it leaves owing</h3>
      <Stack $gap={12}>
        {owing.map((check, i) => (
          <Row key={check.code} $gap={14} style={{ alignItems: "start" }}>
            <div style={{ flex: "1 1 300px" }}>
              <TextField
                label="Check"
                value={check.words}
                onChange={(words) => set(i, { words })}
                problem={problem(`/owing/${i}/words`)}
              />
            </div>
            <NumberField
              label="After miles"
              width={130}
              value={check.afterMiles || null}
              onChange={(miles) => set(i, { afterMiles: miles ?? 0 })}
              problem={problem(`/owing/${i}/afterMiles`)}
            />
            <NumberField
              label="Or days"
              width={130}
              value={check.afterDays || null}
              onChange={(days) => set(i, { afterDays: days ?? 0 })}
              problem={problem(`/owing/${i}/afterDays`)}
            />
            <Checkbox checked={check.by === "owner"} onChange={(on) => set(i, { by: on ? "owner" : "shop" })}>
              The owner does it
            </Checkbox>
            <TextButton onPress={() => onChange(owing.filter((_, j) => j !== i))}>
              Take this check out
            </TextButton>
          </Row>
        ))}
        <div>
          <TextButton
            onPress={() => {
              let number = owing.length + 1;
              while (owing.some((c) => c.code === `check-${number}`)) number++;
              onChange([
                ...owing,
                { code: `check-${number}`, words: "", afterMiles: 100, afterDays: 14, by: "shop" },
              ]);
            }}
          >
            Add a check
          </TextButton>
        </div>
      </Stack>
    </Section>
  );
}

/** What a job comes to, or what keeps it from being done, as it is typed. */
export function ComesTo({ tried, error }: { tried: Schemas["OwnTried"] | undefined; error: Error | null }) {
  const wrong = tried?.problems.filter((p) => !p.missing) ?? [];
  const missing = tried?.problems.filter((p) => p.missing) ?? [];
  return (
    <Beside aria-label="What it comes to" aria-live="polite">
      <h2>What it comes to</h2>
      <Problem of={error} />
      {wrong.length > 0 && (
        <>
          <h3>Cannot work so</h3>
          <ul>
            {wrong.map((p) => (
              <li key={p.pointer}>
                {p.sentence} <Quiet>{where(p.pointer)}</Quiet>
              </li>
            ))}
          </ul>
        </>
      )}
      {missing.length > 0 && (
        <>
          <h3>Still to be said</h3>
          <ul>
            {missing.map((p) => (
              <li key={p.pointer}>
                {p.sentence} <Quiet>{where(p.pointer)}</Quiet>
              </li>
            ))}
          </ul>
        </>
      )}
      {tried && tried.problems.length === 0 && tried.steps.length === 0 && <p>Nothing speaks against it.</p>}
      {tried && tried.steps.length > 0 && (
        <>
          <p>
            <b>{tried.inWords}</b> in all <Quiet>on {tried.on}</Quiet>
          </p>
          <Table>
            <tbody>
              {tried.steps.map((s, i) => (
                <tr key={i}>
                  <td style={{ paddingLeft: 8 * (s.depth - 1) }}>
                    {s.own ? <b>{s.title}</b> : s.title}{" "}
                    {s.place !== tried.steps[i - 1]?.place && <Quiet>{s.place}</Quiet>}
                  </td>
                  <td style={{ textAlign: "right", whiteSpace: "nowrap" }}>{minutesInWords(s.minutes)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </>
      )}
    </Beside>
  );
}

/** Where a problem is, for who reads it away from its field: "step 2". */
function where(pointer: string): string {
  const [, list, number] = pointer.split("/");
  if (number === undefined || !/^\d+$/.test(number)) return "";
  const named: Record<string, string> = {
    steps: "step",
    open: "opening, step",
    close: "closing, step",
    owing: "check",
  };
  return list !== undefined && named[list] ? `${named[list]} ${Number(number) + 1}` : "";
}
