import styled from "styled-components";
import { Button, TextButton } from "../../ui/Button";
import { Checkbox } from "../../ui/Checkbox";
import { ComboBox } from "../../ui/ComboBox";
import { Disclosure } from "../../ui/Disclosure";
import { TextField } from "../../ui/Fields";
import { NumberField } from "../../ui/NumberField";
import { Quiet, Row, Stack } from "../../ui/Page";
import { Select } from "../../ui/Select";
import { newStep, optionsOf, type Picks, type Step } from "./own";
import { Several } from "./Several";

const Card = styled.li`
  display: grid;
  gap: 12px;
  padding: 14px 0 16px;
  border-top: 1px solid var(--hair);
`;

const Numbered = styled.ol`
  list-style: none;
  margin: 0;
  padding: 0;
`;

const Wide = styled.div`
  flex: 1 1 320px;
`;

const Small = styled.div`
  flex: 0 0 130px;
`;

interface Props {
  /** What the steps are, for who hears it: "Steps". */
  label: string;
  /** Pointer of the list: "/steps". */
  pointer: string;
  steps: readonly Step[];
  picks: Picks;
  /** Whether a step says when and in what it is done; what opens and closes is done where it stands. */
  placed: boolean;
  /** Whether every step has to say what is open for it, since its job does not. */
  apart?: boolean;
  /** Codes that other lists have taken. */
  taken?: readonly string[];
  /** Codes and names of what is on the shelf. */
  shelf: readonly (readonly [string, string])[];
  problem: (pointer: string) => string | undefined;
  onChange: (steps: Step[]) => void;
}

/** Steps one below the other: what, how long, when; and behind "More" whatever else there is to say. */
export function Steps({ label, pointer, steps, taken = [], onChange, ...rest }: Props) {
  const set = (at: number, part: Partial<Step>) =>
    onChange(steps.map((s, i) => (i === at ? { ...s, ...part } : s)));
  const move = (at: number, by: number) => {
    const all = [...steps];
    const [one] = all.splice(at, 1);
    if (one) all.splice(at + by, 0, one);
    onChange(all);
  };
  return (
    <Stack $gap={8}>
      <Numbered aria-label={label}>
        {steps.map((step, i) => (
          <Card key={step.code}>
            <OneStep
              {...rest}
              step={step}
              number={i + 1}
              pointer={`${pointer}/${i}`}
              onChange={(part) => set(i, part)}
            />
            <Row $gap={18}>
              <TextButton isDisabled={i === 0} onPress={() => move(i, -1)}>
                Earlier
              </TextButton>
              <TextButton isDisabled={i === steps.length - 1} onPress={() => move(i, 1)}>
                Later
              </TextButton>
              <TextButton onPress={() => onChange(steps.filter((_, j) => j !== i))}>
                Take this step out
              </TextButton>
            </Row>
          </Card>
        ))}
      </Numbered>
      <div>
        <Button onPress={() => onChange([...steps, newStep([...steps.map((s) => s.code), ...taken])])}>
          Add a step
        </Button>
      </div>
    </Stack>
  );
}

type OneProps = Pick<Props, "picks" | "placed" | "apart" | "shelf" | "problem"> & {
  step: Step;
  number: number;
  pointer: string;
  onChange: (part: Partial<Step>) => void;
};

function OneStep({
  step,
  number,
  pointer,
  picks,
  placed,
  apart = false,
  shelf,
  problem,
  onChange,
}: OneProps) {
  return (
    <>
      <Row $gap={14} style={{ alignItems: "start" }}>
        <Wide>
          <TextField
            label={`${number}. What is to be done`}
            value={step.title}
            onChange={(title) => onChange({ title })}
            problem={problem(`${pointer}/title`)}
          />
        </Wide>
        <Small>
          <NumberField
            label="Minutes"
            value={step.minutes || null}
            decimals={2}
            onChange={(minutes) => onChange({ minutes: minutes ?? 0 })}
            problem={problem(`${pointer}/minutes`)}
          />
        </Small>
        {placed && (
          <Wide>
            <Select
              label="When"
              value={step.when}
              options={optionsOf(picks.times)}
              onChange={(when) => onChange({ when })}
              problem={problem(`${pointer}/when`)}
            />
          </Wide>
        )}
      </Row>
      {apart && (
        <OpenFor {...{ step, pointer, picks, problem, onChange }} label="What has to be open for it" />
      )}
      <Disclosure
        title={<Quiet>More: how, cautions, figures, parts, torque</Quiet>}
        defaultOpen={odd(step, pointer, problem)}
      >
        <Stack $gap={14}>
          <TextField
            label="How it is done, and what to watch for"
            lines
            rows={2}
            value={step.detail}
            onChange={(detail) => onChange({ detail })}
            problem={problem(`${pointer}/detail`)}
          />
          {placed && (
            <Row $gap={14} style={{ alignItems: "start" }}>
              {!apart && (
                <OpenFor {...{ step, pointer, picks, problem, onChange }} label="In another opening" />
              )}
              <Wide>
                <Select
                  label="At each"
                  value={step.each}
                  options={[["", "only at the job’s own place"], ...optionsOf(picks.places)]}
                  onChange={(each) => onChange({ each })}
                  problem={problem(`${pointer}/each`)}
                />
              </Wide>
            </Row>
          )}
          <Row $gap={14} style={{ alignItems: "start" }}>
            <Wide>
              <TextField
                label="Cautions, one a line"
                lines
                rows={2}
                value={step.cautions.join("\n")}
                onChange={(text) => onChange({ cautions: text === "" ? [] : text.split("\n") })}
                problem={problem(`${pointer}/cautions`)}
              />
            </Wide>
            <Wide>
              <TextField
                label="Tools, one a line"
                lines
                rows={2}
                value={step.tools.join("\n")}
                onChange={(text) => onChange({ tools: text === "" ? [] : text.split("\n") })}
                problem={problem(`${pointer}/tools`)}
              />
            </Wide>
          </Row>
          <Several
            label="Figures that are measured"
            value={step.readings}
            options={optionsOf(picks.readings)}
            onChange={(readings) => onChange({ readings })}
            problem={problem(`${pointer}/readings`)}
          />
          <Parts {...{ step, pointer, picks, shelf, problem, onChange }} />
          <Torque {...{ step, pointer, problem, onChange }} />
          <Row $gap={14} style={{ alignItems: "start" }}>
            <Wide>
              <TextField
                label="What is photographed first"
                value={step.photo}
                onChange={(photo) => onChange({ photo })}
                problem={problem(`${pointer}/photo`)}
              />
            </Wide>
            <Wide>
              <TextField
                label="Never folded away, because"
                hint="Where missing it can kill: it stands alone at every pace."
                value={step.critical}
                onChange={(critical) => onChange({ critical })}
                problem={problem(`${pointer}/critical`)}
              />
            </Wide>
          </Row>
          <Row $gap={18}>
            <Checkbox checked={step.renews} onChange={(renews) => onChange({ renews })}>
              The new thing is in once this is done
            </Checkbox>
            <Checkbox checked={step.optional} onChange={(optional) => onChange({ optional })}>
              It can be skipped, and the job is done all the same
            </Checkbox>
          </Row>
        </Stack>
      </Disclosure>
    </>
  );
}

// What is wrong within "More" has to be in sight.
const odd = (step: Step, pointer: string, problem: Props["problem"]) =>
  [
    "detail",
    "opening",
    "each",
    "cautions",
    "tools",
    "readings",
    "torque/what",
    "torque/from",
    "torque/to",
    "torque/whose",
    ...step.parts.flatMap((_, i) => [`parts/${i}/name`, `parts/${i}/quantity`, `parts/${i}/unit`]),
  ].some((field) => problem(`${pointer}/${field}`) !== undefined);

function OpenFor({
  step,
  pointer,
  picks,
  label,
  problem,
  onChange,
}: Pick<OneProps, "step" | "pointer" | "picks" | "problem" | "onChange"> & { label: string }) {
  return (
    <Wide>
      <ComboBox
        label={label}
        value={step.opening}
        options={[
          ["", "the job’s own"],
          ...picks.openings.map((o) => [o.code, `${o.name} (${o.at})`] as const),
        ]}
        onChange={(opening) => onChange({ opening })}
        problem={problem(`${pointer}/opening`)}
      />
    </Wide>
  );
}

function Parts({
  step,
  pointer,
  picks,
  shelf,
  problem,
  onChange,
}: Pick<OneProps, "step" | "pointer" | "picks" | "shelf" | "problem" | "onChange">) {
  const set = (at: number, part: Partial<Step["parts"][number]>) =>
    onChange({ parts: step.parts.map((p, i) => (i === at ? { ...p, ...part } : p)) });
  return (
    <Stack $gap={8}>
      {step.parts.map((part, i) => (
        <Row key={i} $gap={14} style={{ alignItems: "start" }}>
          <Wide>
            <TextField
              label="Part, as it is called"
              value={part.name}
              onChange={(name) => set(i, { name })}
              problem={problem(`${pointer}/parts/${i}/name`)}
            />
          </Wide>
          <Wide>
            <ComboBox
              label="On the shelf"
              value={part.code ?? ""}
              options={[["", "not on the shelf"], ...shelf]}
              onChange={(code) =>
                set(i, {
                  code,
                  ...(part.name === "" ? { name: shelf.find(([c]) => c === code)?.[1] ?? "" } : {}),
                })
              }
              problem={problem(`${pointer}/parts/${i}/code`)}
            />
          </Wide>
          <Small>
            <NumberField
              label="How many"
              value={part.quantity || null}
              decimals={2}
              onChange={(quantity) => set(i, { quantity: quantity ?? 0 })}
              problem={problem(`${pointer}/parts/${i}/quantity`)}
            />
          </Small>
          <Small>
            <Select
              label="Counted in"
              value={part.unit}
              options={picks.units.map((u) => [u, u] as const)}
              onChange={(unit) => set(i, { unit })}
            />
          </Small>
          <TextButton onPress={() => onChange({ parts: step.parts.filter((_, j) => j !== i) })}>
            Take this part out
          </TextButton>
        </Row>
      ))}
      <div>
        <TextButton
          onPress={() =>
            onChange({ parts: [...step.parts, { name: "", quantity: 1, unit: "piece", code: "" }] })
          }
        >
          Add a part
        </TextButton>
      </div>
    </Stack>
  );
}

function Torque({
  step,
  pointer,
  problem,
  onChange,
}: Pick<OneProps, "step" | "pointer" | "problem" | "onChange">) {
  const torque = step.torque;
  if (torque === null)
    return (
      <div>
        <TextButton
          onPress={() =>
            onChange({ torque: { what: "", from: 0, to: 0, whose: "", fasteners: 0, stages: 1 } })
          }
        >
          It is tightened to a torque
        </TextButton>
      </div>
    );
  const set = (part: Partial<NonNullable<Step["torque"]>>) => onChange({ torque: { ...torque, ...part } });
  return (
    <Row $gap={14} style={{ alignItems: "start" }}>
      <Wide>
        <TextField
          label="What is tightened"
          value={torque.what}
          onChange={(what) => set({ what })}
          problem={problem(`${pointer}/torque/what`)}
        />
      </Wide>
      <Small>
        <NumberField
          label="From, lbf·ft"
          value={torque.from || null}
          decimals={1}
          onChange={(from) => set({ from: from ?? 0 })}
          problem={problem(`${pointer}/torque/from`)}
        />
      </Small>
      <Small>
        <NumberField
          label="To, lbf·ft"
          value={torque.to || null}
          decimals={1}
          onChange={(to) => set({ to: to ?? 0 })}
          problem={problem(`${pointer}/torque/to`)}
        />
      </Small>
      <Small>
        <NumberField
          label="On a circle"
          value={torque.fasteners ?? 0}
          onChange={(fasteners) => set({ fasteners: fasteners ?? 0 })}
          problem={problem(`${pointer}/torque/fasteners`)}
        />
      </Small>
      <Wide>
        <TextField
          label="Whose figure it is"
          value={torque.whose}
          onChange={(whose) => set({ whose })}
          problem={problem(`${pointer}/torque/whose`)}
        />
      </Wide>
      <Checkbox checked={torque.stages === 3} onChange={(on) => set({ stages: on ? 3 : 1 })}>
        In three stages
      </Checkbox>
      <TextButton onPress={() => onChange({ torque: null })}>No torque</TextButton>
    </Row>
  );
}
