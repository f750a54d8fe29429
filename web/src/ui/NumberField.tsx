import { NumberField as AriaNumberField } from "react-aria-components/NumberField";
import styled from "styled-components";
import { stacked } from "./field";
import { FieldError, Input, Label } from "./Fields";

const Field = styled(AriaNumberField)`
  ${stacked}
`;

interface Props {
  label: string;
  /** Its label is heard and not seen. */
  quiet?: boolean;
  /** Null while nothing is written. */
  value: number | null;
  onChange: (value: number | null) => void;
  least?: number;
  most?: number;
  /** Decimals it may have. */
  decimals?: number;
  problem?: string | undefined;
  width?: number;
}

/** A plain number, read as the reader writes it; what is no number can't be typed. Arrow keys count up and down. */
export function NumberField(props: Props) {
  const { label, quiet, value, onChange, least = 0, most, decimals = 0, problem, width } = props;
  return (
    <Field
      {...(quiet ? { "aria-label": label } : {})}
      value={value ?? Number.NaN}
      onChange={(now) => onChange(Number.isNaN(now) ? null : now)}
      minValue={least}
      {...(most === undefined ? {} : { maxValue: most })}
      formatOptions={{ maximumFractionDigits: decimals }}
      isInvalid={problem !== undefined}
      validationBehavior="aria"
      style={{ width: width ?? "100%" }}
    >
      {!quiet && <Label>{label}</Label>}
      <Input autoComplete="off" />
      <FieldError>{problem}</FieldError>
    </Field>
  );
}
