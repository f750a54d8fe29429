import type { Schemas } from "../api/client";
import { TextField } from "./Fields";
import { MeasureField } from "./MeasureField";
import { Select } from "./Select";

interface Props {
  entry: Schemas["Entry"];
  value: string;
  onChange: (text: string) => void;
  problem: string | undefined;
}

/** The field of something a sum or a question asks for. */
export function EntryField({ entry, value, onChange, problem }: Props) {
  const label = entry.optional ? `${entry.label} (may stay empty)` : entry.label;
  if (entry.kind === "choice") {
    return (
      <Select
        label={label}
        value={value}
        onChange={onChange}
        options={(entry.choices ?? []).map((c) => [c.code, c.words] as const)}
        problem={problem}
      />
    );
  }
  if (entry.kind === "measure" && entry.quantity) {
    return (
      <MeasureField
        label={label}
        value={value}
        onChange={onChange}
        quantity={entry.quantity}
        example={entry.example}
        problem={value.trim() || !entry.optional ? problem : undefined}
      />
    );
  }
  return <TextField label={label} value={value} onChange={onChange} hint={entry.counts} problem={problem} />;
}
