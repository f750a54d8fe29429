import type { ReactNode } from "react";
import { FieldError as AriaFieldError } from "react-aria-components/FieldError";
import { Input as AriaInput } from "react-aria-components/Input";
import { Label as AriaLabel } from "react-aria-components/Label";
import { Text } from "react-aria-components/Text";
import { TextArea as AriaTextArea } from "react-aria-components/TextArea";
import { TextField as AriaTextField, type TextFieldProps } from "react-aria-components/TextField";
import styled from "styled-components";
import { box, stacked } from "./field";

export const Label = styled(AriaLabel)`
  font-size: 15px;
  color: var(--steel);
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
  ${stacked}
`;

/** What helps with a field, said under it. */
export const Hint = styled(Text)`
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
  type?: "text" | "search" | "password";
}

/** A labelled text field with its hint and its problem under it. */
export function TextField({ label, hint, problem, placeholder, lines, rows, ...field }: Props) {
  return (
    <Field {...field} isInvalid={problem !== undefined} validationBehavior="aria">
      <Label>{label}</Label>
      {lines ? (
        <TextArea placeholder={placeholder} rows={rows} />
      ) : (
        <Input placeholder={placeholder} autoComplete={field.autoComplete ?? "off"} />
      )}
      {hint && <Hint slot="description">{hint}</Hint>}
      <FieldError>{problem}</FieldError>
    </Field>
  );
}
