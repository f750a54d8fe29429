import type { Schemas, ShopProblem } from "../../api/client";
import { useShop } from "../../api/useShop";
import { TextButton } from "../../ui/Button";
import { DateRangeField } from "../../ui/DateRangeField";
import { TextField } from "../../ui/Fields";
import { Row, Section } from "../../ui/Page";

/** When none of a customer's trailers can be spared. */
export function Busy({
  times,
  refused,
  onChange,
}: {
  times: Schemas["BusyTime"][];
  refused: ShopProblem | undefined;
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
          <DateRangeField
            label="From and to"
            from={t.from}
            to={t.to}
            problem={refused?.field(`/busy/${i}/to`)}
            onChange={(from, to) => edit(i, { from, to })}
          />
          <TextField label="Why" value={t.why} onChange={(why) => edit(i, { why })} />
          <TextButton onPress={() => onChange(times.filter((_, j) => j !== i))}>leave out</TextButton>
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
