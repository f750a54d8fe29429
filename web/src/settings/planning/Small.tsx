import { Quiet } from "../../ui/Page";
import { NumberField } from "../../ui/NumberField";
import { Default } from "../Default";

/** A short number; with what we made it, where that is something else. */
export function Small({
  label,
  value,
  ours,
  problem,
  onChange,
}: {
  label: string;
  value: number;
  ours?: number | undefined;
  problem: string | undefined;
  onChange: (value: number) => void;
}) {
  return (
    <div style={{ width: 148 }}>
      <NumberField
        label={label}
        // Left empty it is no number: never saved as what stood there before.
        value={Number.isNaN(value) ? null : value}
        decimals={2}
        problem={problem}
        onChange={(now) => onChange(now ?? Number.NaN)}
      />
      {ours !== undefined && (
        <Quiet style={{ fontSize: 15 }}>
          <Default
            is={value === ours}
            words={String(ours)}
            source="from memory"
            onBack={() => onChange(ours)}
          />
        </Quiet>
      )}
    </div>
  );
}
