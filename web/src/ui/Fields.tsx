import { type ReactNode, useId } from "react";
import { FieldError as AriaFieldError } from "react-aria-components/FieldError";
import { Input as AriaInput } from "react-aria-components/Input";
import { Label as AriaLabel } from "react-aria-components/Label";
import { Text } from "react-aria-components/Text";
import { TextArea as AriaTextArea } from "react-aria-components/TextArea";
import { TextField as AriaTextField, type TextFieldProps } from "react-aria-components/TextField";
import styled, { css } from "styled-components";

export const Label = styled(AriaLabel)`
  font-size: 15px;
  color: var(--steel);
`;

const box = css`
  width: 100%;
  min-height: 46px;
  padding: 8px 12px;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--steel);
  border-radius: 3px;
  &[data-focused],
  &:focus {
    outline: 2px solid var(--working);
    outline-offset: 0;
    border-color: var(--working);
  }
  &[data-invalid] {
    border: 2px solid var(--renew);
  }
`;

export const Input = styled(AriaInput)`
  ${box}
`;

const TextArea = styled(AriaTextArea)`
  ${box}
  min-height: 84px;
`;

/** What is wrong with a field, right under it. */
export const FieldError = styled(AriaFieldError)`
  color: var(--renew);
  font-size: 15px;
  font-weight: 600;
`;

const Field = styled(AriaTextField)`
  display: grid;
  gap: 4px;
`;

const Hint = styled(Text)`
  font-size: 15px;
  color: var(--steel);
`;

interface Props extends Omit<TextFieldProps, "children" | "className" | "style"> {
  label: string;
  hint?: ReactNode;
  problem?: string | undefined;
  placeholder?: string;
  lines?: boolean;
  /** How many lines are seen at once. */
  rows?: number;
  /** Offered while typing. */
  offers?: readonly string[] | undefined;
  type?: "text" | "date" | "search";
}

/** A labelled text field with its hint and its problem under it. */
export function TextField({ label, hint, problem, placeholder, lines, rows, offers, ...field }: Props) {
  const list = useId();
  return (
    <Field {...field} isInvalid={problem !== undefined} validationBehavior="aria">
      <Label>{label}</Label>
      {lines ? (
        <TextArea placeholder={placeholder} rows={rows} />
      ) : (
        <Input placeholder={placeholder} autoComplete="off" list={offers && list} />
      )}
      {offers && (
        <datalist id={list}>
          {offers.map((o) => (
            <option key={o} value={o} />
          ))}
        </datalist>
      )}
      {hint && <Hint slot="description">{hint}</Hint>}
      <FieldError>{problem}</FieldError>
    </Field>
  );
}

const ChoiceBox = styled.label`
  display: grid;
  gap: 4px;
  font-size: 15px;
  color: var(--steel);
  select {
    ${box}
    font-size: 17px;
  }
`;

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onChange: (value: T) => void;
  problem?: string | undefined;
}

/** A choice of one from a short list, as the browser draws it: quick by key and by thumb alike. */
export function Choice<T extends string>({ label, value, options, onChange, problem }: ChoiceProps<T>) {
  return (
    <ChoiceBox>
      {label}
      <select
        value={value}
        onChange={(e) => onChange(e.target.value as T)}
        aria-invalid={problem !== undefined}
      >
        {options.map(([code, words]) => (
          <option key={code} value={code}>
            {words}
          </option>
        ))}
      </select>
      {problem && (
        <span role="alert" style={{ color: "var(--renew)", fontWeight: 600 }}>
          {problem}
        </span>
      )}
    </ChoiceBox>
  );
}

const TickBox = styled.label`
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
  input {
    width: 24px;
    height: 24px;
    flex: none;
    accent-color: var(--working);
  }
`;

/** A box to tick, with its words beside it; all of it can be touched. */
export function Tick({
  checked,
  onChange,
  children,
  disabled = false,
}: {
  checked: boolean;
  onChange: (checked: boolean) => void;
  children: ReactNode;
  disabled?: boolean;
}) {
  return (
    <TickBox>
      <input
        type="checkbox"
        checked={checked}
        disabled={disabled}
        onChange={(e) => onChange(e.target.checked)}
      />
      <span>{children}</span>
    </TickBox>
  );
}
