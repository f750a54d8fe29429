import { Suspense } from "react";
import type { Schemas } from "../api/client";
import { useShop } from "../api/useShop";
import { TextButton } from "./Button";
import { later } from "./later";
import { Row } from "./Page";
import { Select } from "./Select";

const DateRangeField = later(async () => ({
  default: (await import("./DateRangeField")).DateRangeField,
}));

/** Days on which somebody of the shop is away, each to be changed or removed, and a way to add more. */
export function DaysAway({
  times,
  at,
  onChange,
}: {
  times: readonly Schemas["DaysAway"][];
  /** What is wrong with a field, by its pointer below the list. */
  at: (pointer: string) => string | undefined;
  onChange: (times: Schemas["DaysAway"][]) => void;
}) {
  const shop = useShop().data;
  const people = shop?.people ?? [];
  const edit = (i: number, part: Partial<Schemas["DaysAway"]>) =>
    onChange(times.map((t, j) => (j === i ? { ...t, ...part } : t)));
  return (
    <>
      {times.map((t, i) => (
        <Row key={i} style={{ alignItems: "flex-end" }}>
          <Select
            label="Who"
            value={t.personId}
            options={people.map((p) => [p.id, p.name] as const)}
            onChange={(personId) => edit(i, { personId })}
          />
          <Suspense fallback={<div style={{ minHeight: 74 }} />}>
            <DateRangeField
              label="From and to"
              from={t.from}
              to={t.to}
              problem={at(`/${i}/to`) ?? at(`/${i}/personId`)}
              onChange={(from, to) => edit(i, { from, to })}
            />
          </Suspense>
          <TextButton aria-label="Remove days away" onPress={() => onChange(times.filter((_, j) => j !== i))}>
            Remove
          </TextButton>
        </Row>
      ))}
      {people[0] && (
        <div>
          <TextButton
            onPress={() =>
              onChange([
                ...times,
                { personId: people[0]?.id ?? "", from: shop?.today ?? "", to: shop?.today ?? "" },
              ])
            }
          >
            Add days away
          </TextButton>
        </div>
      )}
    </>
  );
}
