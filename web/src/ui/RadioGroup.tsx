import type { ReactNode } from "react";
import { Radio, RadioGroup as AriaRadioGroup } from "react-aria-components/RadioGroup";
import styled from "styled-components";
import { Label } from "./Fields";

const Group = styled(AriaRadioGroup)`
  display: grid;
`;

const Line = styled(Radio)`
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 48px;
  padding: 0 10px 0 6px;
  border-top: 1px solid var(--hair);
  cursor: pointer;
  i {
    flex: none;
    width: 22px;
    height: 22px;
    border: 1.5px solid var(--steel);
    border-radius: 50%;
    background: var(--field);
  }
  &[data-selected] i {
    border: 7px solid var(--working);
  }
  &[data-hovered],
  &[data-selected] {
    background: var(--raised);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--working);
    outline-offset: -2px;
  }
`;

interface Props {
  label: string;
  /** Empty while nothing is picked. */
  value: string;
  onChange: (value: string) => void;
  options: readonly { value: string; children: ReactNode }[];
}

/** One of several, all in sight. */
export function RadioGroup({ label, value, onChange, options }: Props) {
  return (
    <Group value={value || null} onChange={onChange}>
      <Label>{label}</Label>
      {options.map((o) => (
        <Line key={o.value} value={o.value}>
          <i aria-hidden="true" />
          {o.children}
        </Line>
      ))}
    </Group>
  );
}
