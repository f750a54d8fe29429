import { Select } from "./Select";

interface Props {
  value: string;
  onChange: (which: "" | "inner" | "outer") => void;
  problem?: string | undefined;
}

/** Of an inner and an outer bearing, which. */
export function WhichOne({ value, onChange, problem }: Props) {
  return (
    <Select
      label="Which one"
      value={value as "" | "inner" | "outer"}
      onChange={onChange}
      options={[
        ["", "both, or not said"],
        ["inner", "the inner one"],
        ["outer", "the outer one"],
      ]}
      problem={problem}
    />
  );
}
