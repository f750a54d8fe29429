import { Suspense } from "react";
import type { Schemas } from "../../api/client";
import { useShop } from "../../api/useShop";
import { TextButton } from "../../ui/Button";
import { later } from "../../ui/later";
import { TextField } from "../../ui/Fields";
import { Row, Section } from "../../ui/Page";

const DateRangeField = later(async () => ({
  default: (await import("../../ui/DateRangeField")).DateRangeField,
}));

/** When none of a customer's trailers can be spared. */
export function Busy({
  times,
  at,
  onChange,
}: {
  times: Schemas["BusyTime"][];
  /** What is wrong with a field, by its pointer. */
  at: (pointer: string) => string | undefined;
  onChange: (times: Schemas["BusyTime"][]) => void;
}) {
  const today = useShop().data?.today;
  const edit = (i: number, part: Partial<Schemas["BusyTime"]>) =>
    onChange(times.map((t, j) => (j === i ? { ...t, ...part } : t)));
  return (
    <Section>
      <h2>When no trailer can be spared</h2>
      {times.map((t, i) => (
        <Row key={i} style={{ alignItems: "flex-end" }}>
          <Suspense fallback={<div style={{ minHeight: 74 }} />}>
            <DateRangeField
              label="From and to"
              from={t.from}
              to={t.to}
              problem={at(`/busy/${i}/to`)}
              onChange={(from, to) => edit(i, { from, to })}
            />
          </Suspense>
          <TextField label="Why" value={t.why} onChange={(why) => edit(i, { why })} />
          <TextButton onPress={() => onChange(times.filter((_, j) => j !== i))}>Remove</TextButton>
        </Row>
      ))}
      <div>
        <TextButton
          onPress={() => {
            const day = today ?? "";
            onChange([...times, { from: day, to: day, why: "" }]);
          }}
        >
          Add a time
        </TextButton>
      </div>
    </Section>
  );
}
