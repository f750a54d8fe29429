import { Button } from "react-aria-components/Button";
import { ListBox, ListBoxItem } from "react-aria-components/ListBox";
import { Popover } from "react-aria-components/Popover";
import { Select as AriaSelect, SelectValue } from "react-aria-components/Select";
import styled from "styled-components";
import { box, dropped, options as list, stacked } from "./field";
import { FieldError, Label } from "./Fields";

const Field = styled(AriaSelect)`
  ${stacked}
`;

const Trigger = styled(Button)`
  ${box}
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
  text-align: left;
  cursor: pointer;
  font-size: 17px;
  span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  &[data-focus-visible] {
    outline: 2px solid var(--working);
  }
`;

const Sheet = styled(Popover)`
  ${dropped}
  min-width: var(--trigger-width);
  max-width: min(520px, calc(100vw - 32px));
`;

const List = styled(ListBox)`
  ${list}
` as typeof ListBox;

interface Props<T extends string> {
  label: string;
  /** Its label is heard and not seen. */
  quiet?: boolean;
  value: T;
  options: readonly (readonly [T, string])[];
  onChange: (value: T) => void;
  problem?: string | undefined;
  /** Said while nothing is picked. */
  empty?: string;
}

/** A choice of one from a short list. */
export function Select<T extends string>({
  label,
  quiet,
  value,
  options,
  onChange,
  problem,
  empty,
}: Props<T>) {
  const names = quiet ? { "aria-label": label } : {};
  return (
    <Field
      {...names}
      selectedKey={value}
      onSelectionChange={(key) => onChange(key as T)}
      isInvalid={problem !== undefined}
      validationBehavior="aria"
    >
      {!quiet && <Label>{label}</Label>}
      <Trigger data-invalid={problem === undefined ? undefined : true}>
        <SelectValue>
          {({ defaultChildren, isPlaceholder }) => (isPlaceholder ? (empty ?? "") : defaultChildren)}
        </SelectValue>
        <Arrow />
      </Trigger>
      <FieldError>{problem}</FieldError>
      <Sheet offset={2}>
        <List items={options.map(([id, words]) => ({ id, words }))}>
          {({ words }) => <ListBoxItem textValue={words}>{words}</ListBoxItem>}
        </List>
      </Sheet>
    </Field>
  );
}

/** That something drops down here. */
export function Arrow() {
  return (
    <svg width="12" height="8" viewBox="0 0 12 8" aria-hidden="true" style={{ flex: "none" }}>
      <path d="M1 1.5 6 6.5 11 1.5" fill="none" stroke="currentColor" strokeWidth="2" />
    </svg>
  );
}
