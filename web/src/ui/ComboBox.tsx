import type { ReactNode } from "react";
import { Button } from "react-aria-components/Button";
import { ComboBox as AriaComboBox } from "react-aria-components/ComboBox";
import { ListBox, ListBoxItem } from "react-aria-components/ListBox";
import { Popover } from "react-aria-components/Popover";
import styled from "styled-components";
import { contains } from "./contains";
import { dropped, options as list, stacked } from "./field";
import { FieldError, Hint, Input, Label } from "./Fields";
import { Arrow } from "./Select";

const Field = styled(AriaComboBox)`
  ${stacked}
` as typeof AriaComboBox;

const Line = styled.div`
  position: relative;
  input {
    padding-right: 44px;
  }
  button {
    position: absolute;
    right: 1px;
    top: 1px;
    bottom: 1px;
    width: 42px;
    border: 0;
    background: none;
    cursor: pointer;
  }
`;

const Sheet = styled(Popover)`
  ${dropped}
  width: max(var(--trigger-width), 220px);
  max-width: calc(100vw - 32px);
`;

const List = styled(ListBox)`
  ${list}
` as typeof ListBox;

/** Most lines offered at once: nobody reads more, and a long list is found in by typing. */
const MOST = 60;

interface Common {
  label: string;
  hint?: ReactNode;
  problem?: string | undefined;
  placeholder?: string;
  autoFocus?: boolean;
}

interface PickProps<T extends string> extends Common {
  value: T;
  options: readonly (readonly [T, string])[];
  onChange: (value: T) => void;
}

/** One of many, found by typing a few letters of it. */
export function ComboBox<T extends string>({ value, options, onChange, ...rest }: PickProps<T>) {
  return (
    <Offering
      {...rest}
      items={options.map(([id, words]) => ({ id, words }))}
      own={{
        selectedKey: value,
        onSelectionChange: (key) => {
          if (key !== null) onChange(key as T);
        },
      }}
    />
  );
}

interface TypeProps extends Common {
  value: string;
  offers: readonly string[] | undefined;
  onChange: (value: string) => void;
}

/** Words of one's own, with offers while they are typed. */
export function TypeAhead({ value, offers, onChange, ...rest }: TypeProps) {
  const fitting = [...new Set(offers)].filter((words) => contains(words, value)).slice(0, MOST);
  return (
    <Offering
      {...rest}
      items={fitting.map((words) => ({ id: words, words }))}
      own={{ allowsCustomValue: true, inputValue: value, onInputChange: onChange }}
    />
  );
}

interface Item {
  id: string;
  words: string;
}

function Offering({
  label,
  hint,
  problem,
  placeholder,
  autoFocus,
  items,
  own,
}: Common & { items: Item[]; own: Partial<React.ComponentProps<typeof AriaComboBox<Item>>> }) {
  return (
    <Field
      {...own}
      {...(own.allowsCustomValue ? { items } : { defaultItems: items, defaultFilter: contains })}
      menuTrigger="input"
      isInvalid={problem !== undefined}
      validationBehavior="aria"
    >
      <Label>{label}</Label>
      <Line>
        <Input placeholder={placeholder} autoFocus={autoFocus} />
        <Button aria-label={`All of ${label}`}>
          <Arrow />
        </Button>
      </Line>
      {hint && <Hint slot="description">{hint}</Hint>}
      <FieldError>{problem}</FieldError>
      <Sheet offset={2}>
        <List>{({ words }: Item) => <ListBoxItem textValue={words}>{words}</ListBoxItem>}</List>
      </Sheet>
    </Field>
  );
}
