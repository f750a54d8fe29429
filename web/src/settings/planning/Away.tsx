import { Suspense } from "react";
import type { Schemas } from "../../api/client";
import { useShop } from "../../api/useShop";
import { TextButton } from "../../ui/Button";
import { later } from "../../ui/later";
import { Quiet, Row } from "../../ui/Page";
import { Select } from "../../ui/Select";

const DateRangeField = later(async () => ({
  default: (await import("../../ui/DateRangeField")).DateRangeField,
}));

/** Who of the shop is away on which days. */
export function Away({
  times,
  at,
  onChange,
}: {
  times: Schemas["DaysAway"][];
  /** What is wrong with a field, by its pointer. */
  at: (pointer: string) => string | undefined;
  onChange: (times: Schemas["DaysAway"][]) => void;
}) {
  const shop = useShop().data;
  const people = shop?.people ?? [];
  const edit = (i: number, part: Partial<Schemas["DaysAway"]>) =>
    onChange(times.map((t, j) => (j === i ? { ...t, ...part } : t)));
  return (
    <>
      <h3>Who is away</h3>
      <Quiet>
        So many fewer are at work on these days; what only they can do waits for them, and the day is planned
        without them.
      </Quiet>
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
              problem={at(`/hours/away/${i}/to`) ?? at(`/hours/away/${i}/personId`)}
              onChange={(from, to) => edit(i, { from, to })}
            />
          </Suspense>
          <TextButton onPress={() => onChange(times.filter((_, j) => j !== i))}>Remove</TextButton>
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
