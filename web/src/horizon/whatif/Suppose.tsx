import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../../api/client";
import { useParts } from "../../api/useParts";
import { Button, TextButton } from "../../ui/Button";
import { TypeAhead } from "../../ui/ComboBox";
import { TextField } from "../../ui/Fields";
import { Form, FormProblem } from "../../ui/Form";
import { NumberField } from "../../ui/NumberField";
import { Row, Section, Stack } from "../../ui/Page";
import { DaysAway } from "../../ui/DaysAway";
import { Select } from "../../ui/Select";
import { Stale } from "../../ui/Stale";
import { useDebounced } from "../../ui/useDebounced";
import { useForm } from "../../ui/useForm";

type Supposed = Required<Schemas["Supposed"]>;

interface Fields {
  name: string;
  version: number;
  supposed: Supposed;
  /** Tags as typed, for trailers that others would be like. */
  likes: string[];
}

const NOTHING: Supposed = {
  bays: null,
  people: null,
  away: [],
  intervals: {},
  callIn: null,
  ratePerHour: null,
  prices: [],
  fleets: [],
};

const fieldsOf = (of: Schemas["WhatIfAnswer"] | undefined): Fields => ({
  name: of?.name ?? "",
  version: of?.version ?? 0,
  supposed: { ...NOTHING, ...of?.supposed },
  likes: (of?.supposed.fleets ?? []).map((f) => of?.tags[f.like] ?? ""),
});

/** What is supposed: whatever is left empty is as it is. */
export function Suppose({
  id,
  stands,
  house,
  readOnly,
  onSaved,
}: {
  id: string;
  stands: Schemas["WhatIfAnswer"] | undefined;
  house: Schemas["ShopPlanningAnswer"];
  readOnly: boolean;
  onSaved: (now: Schemas["WhatIfAnswer"]) => unknown;
}) {
  const [ids, setIds] = useState<Record<string, string>>(() =>
    Object.fromEntries(Object.entries(stands?.tags ?? {}).map(([of, tag]) => [tag, of])),
  );
  const form = useForm({
    start: () => fieldsOf(stands),
    send: ({ name, version, supposed, likes }) =>
      answer(
        shop.PUT("/api/horizon/what-if/{id}", {
          params: { path: { id } },
          body: {
            name,
            version,
            supposed: {
              ...supposed,
              fleets: supposed.fleets.map((f, i) => ({ ...f, like: ids[likes[i] ?? ""] ?? NOBODY })),
            },
          },
        }),
      ),
    done: onSaved,
  });
  const { edit, change } = form;
  const { supposed } = edit;
  const suppose = (part: Partial<Supposed>) => change({ supposed: { ...supposed, ...part } });
  const { hours, costs } = house.chosen;
  const rules = house.rules.filter((r) => r.recurs);
  const intervals = Object.entries(supposed.intervals as Record<string, Schemas["IntervalChoice"]>);
  const left = rules.filter((r) => !(r.code in supposed.intervals));
  return (
    <Form of={form}>
      <Stack
        as="fieldset"
        disabled={readOnly}
        $gap={20}
        style={{ border: 0, margin: 0, padding: 0, minWidth: 0 }}
      >
        <TextField
          label="What it is called"
          value={edit.name}
          onChange={(name) => change({ name })}
          problem={form.at("/name")}
        />
        <Section>
          <h2>Suppose</h2>
          <Row $gap={14} style={{ alignItems: "flex-start" }}>
            <Number
              label={`Bays (${hours.bays} now)`}
              value={supposed.bays}
              problem={form.at("/supposed/bays")}
              onChange={(bays) => suppose({ bays })}
            />
            <Number
              label={`People at once (${hours.people} now)`}
              value={supposed.people}
              problem={form.at("/supposed/people")}
              onChange={(now) => suppose({ people: now })}
            />
            <Number
              label={`A call-in costs (${costs.callIn} now)`}
              value={supposed.callIn}
              problem={form.at("/supposed/callIn")}
              decimals={2}
              onChange={(callIn) => suppose({ callIn })}
            />
            <Number
              label={`An hour costs (${costs.ratePerHour} now)`}
              value={supposed.ratePerHour}
              problem={form.at("/supposed/ratePerHour")}
              decimals={2}
              onChange={(ratePerHour) => suppose({ ratePerHour })}
            />
          </Row>
        </Section>
        <Section>
          <h3>Somebody is away</h3>
          <DaysAway
            times={supposed.away}
            at={(pointer) => form.at(`/supposed/away${pointer}`)}
            onChange={(away) => suppose({ away })}
          />
        </Section>
        <Section>
          <h3>Work lasts longer or shorter</h3>
          {intervals.map(([code, choice]) => {
            const put = (part: Partial<Schemas["IntervalChoice"]>) =>
              suppose({ intervals: { ...supposed.intervals, [code]: { ...choice, ...part } } });
            const rule = rules.find((r) => r.code === code);
            return (
              <Stack key={code} $gap={6}>
                <b>{rule?.name ?? code}</b>
                <Row style={{ alignItems: "flex-end" }}>
                  <Number
                    label={`Months${rule?.months ? ` (${rule.months} as we made it)` : ""}`}
                    value={choice.months}
                    problem={form.at(`/supposed/intervals/${code}`)}
                    onChange={(months) => put({ months })}
                  />
                  <Number
                    label={`Miles${rule?.miles ? ` (${rule.miles.toLocaleString("en")} as we made it)` : ""}`}
                    value={choice.miles}
                    problem={undefined}
                    onChange={(miles) => put({ miles })}
                  />
                </Row>
                <Remove
                  what={rule?.name ?? code}
                  onPress={() =>
                    suppose({
                      intervals: Object.fromEntries(intervals.filter(([other]) => other !== code)),
                    })
                  }
                />
              </Stack>
            );
          })}
          {left.length > 0 && (
            <Select
              label="Add work"
              value=""
              options={[["", "choose"] as const, ...left.map((r) => [r.code, r.name] as const)]}
              onChange={(code) => {
                const rule = rules.find((r) => r.code === code);
                if (rule)
                  suppose({
                    intervals: {
                      ...supposed.intervals,
                      [code]: { kept: true, months: rule.months, miles: rule.miles, by: null },
                    },
                  });
              }}
            />
          )}
        </Section>
        <Section>
          <h3>Trailers more</h3>
          {supposed.fleets.map((f, i) => (
            <Stack key={i} $gap={6}>
              <Like
                typed={edit.likes[i] ?? ""}
                problem={form.at(`/supposed/fleets/${i}/like`)}
                onIds={(more) => setIds((was) => ({ ...was, ...more }))}
                onChange={(tag) => change({ likes: edit.likes.map((was, j) => (j === i ? tag : was)) })}
              />
              <Number
                label="How many"
                value={f.count || null}
                problem={form.at(`/supposed/fleets/${i}/count`)}
                onChange={(count) =>
                  suppose({
                    fleets: supposed.fleets.map((was, j) => (j === i ? { ...was, count: count ?? 0 } : was)),
                  })
                }
              />
              <Remove
                what="these trailers"
                onPress={() =>
                  change({
                    supposed: { ...supposed, fleets: supposed.fleets.filter((_, j) => j !== i) },
                    likes: edit.likes.filter((_, j) => j !== i),
                  })
                }
              />
            </Stack>
          ))}
          <div>
            <TextButton
              onPress={() =>
                change({
                  supposed: { ...supposed, fleets: [...supposed.fleets, { like: NOBODY, count: 10 }] },
                  likes: [...edit.likes, ""],
                })
              }
            >
              Add trailers
            </TextButton>
          </div>
        </Section>
        <Section>
          <h3>A part at another price</h3>
          {supposed.prices.map((p, i) => {
            const put = (part: Partial<Schemas["SupposedPrice"]>) =>
              suppose({ prices: supposed.prices.map((was, j) => (j === i ? { ...was, ...part } : was)) });
            return (
              <Stack key={i} $gap={6}>
                <Part
                  typed={p.part}
                  problem={form.at(`/supposed/prices/${i}/part`)}
                  onChange={(part) => put({ part })}
                />
                <Number
                  label="Price"
                  value={p.price}
                  decimals={2}
                  problem={form.at(`/supposed/prices/${i}/price`)}
                  onChange={(price) => put({ price: price ?? 0 })}
                />
                <Remove
                  what="this price"
                  onPress={() => suppose({ prices: supposed.prices.filter((_, j) => j !== i) })}
                />
              </Stack>
            );
          })}
          <div>
            <TextButton onPress={() => suppose({ prices: [...supposed.prices, { part: "", price: 0 }] })}>
              Add a part
            </TextButton>
          </div>
        </Section>
        <Stale
          of={form}
          edit={(theirs) => fieldsOf(theirs as Schemas["WhatIfAnswer"])}
          words={(theirs) => (theirs as Schemas["WhatIfAnswer"]).lines.join("; ")}
        />
        {form.at("/supposed") && (
          <div role="alert" style={{ color: "var(--renew)", fontWeight: 600 }}>
            {form.at("/supposed")}
          </div>
        )}
        <FormProblem of={form} />
        {!readOnly && (
          <Row style={{ position: "sticky", bottom: 0, background: "var(--ground)", padding: "10px 0" }}>
            <Button type="submit" $main isDisabled={form.pending}>
              Reckon it
            </Button>
          </Row>
        )}
      </Stack>
    </Form>
  );
}

// No trailer has this id: the server says which field is missing.
const NOBODY = "00000000-0000-0000-0000-000000000000";

function Number({
  label,
  value,
  problem,
  decimals = 0,
  onChange,
}: {
  label: string;
  value: number | null;
  problem: string | undefined;
  decimals?: number;
  onChange: (value: number | null) => void;
}) {
  return (
    <div style={{ flex: "1 1 150px", maxWidth: 200 }}>
      <NumberField label={label} value={value} problem={problem} decimals={decimals} onChange={onChange} />
    </div>
  );
}

function Remove({ what, onPress }: { what: string; onPress: () => void }) {
  return (
    <div>
      <TextButton aria-label={`Remove ${what}`} onPress={onPress}>
        Remove
      </TextButton>
    </div>
  );
}

/** A trailer that is there, by its tag. */
function Like({
  typed,
  problem,
  onIds,
  onChange,
}: {
  typed: string;
  problem: string | undefined;
  onIds: (ids: Record<string, string>) => void;
  onChange: (tag: string) => void;
}) {
  const wanted = useDebounced(typed.trim(), 150);
  const found = useQuery({
    queryKey: ["trailers", "like", wanted],
    queryFn: async () => {
      const page = await answer(
        shop.GET("/api/yard/trailers", { params: { query: { search: wanted, order: "tag", take: 20 } } }),
      );
      onIds(Object.fromEntries(page.rows.map((r) => [r.tag, r.id])));
      return page.rows.map((r) => r.tag);
    },
  });
  return (
    <TypeAhead
      label="Like the trailer"
      value={typed}
      offers={found.data}
      problem={problem}
      onChange={onChange}
    />
  );
}

/** A part by its code. */
function Part({
  typed,
  problem,
  onChange,
}: {
  typed: string;
  problem: string | undefined;
  onChange: (code: string) => void;
}) {
  const parts = useParts();
  return (
    <TypeAhead
      label="Part"
      value={typed}
      offers={parts.data?.map((p) => p.code)}
      problem={problem}
      onChange={onChange}
    />
  );
}
