import type { ReactNode } from "react";
import { Switch as AriaSwitch } from "react-aria-components/Switch";
import styled from "styled-components";

const Field = styled(AriaSwitch)`
  display: flex;
  gap: 9px;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
  i {
    flex: none;
    display: flex;
    align-items: center;
    justify-content: space-between;
    width: 40px;
    height: 22px;
    padding: 2px;
    background: var(--field);
    border: 1.5px solid var(--steel);
    border-radius: 4px;
  }
  i::before {
    content: "";
    width: 15px;
    height: 15px;
    background: var(--steel);
    border-radius: 2px;
  }
  i svg {
    margin: 0 3px;
    fill: var(--steel);
  }
  &[data-selected] i {
    background: var(--working);
    border-color: var(--working);
  }
  &[data-selected] i::before {
    background: var(--on-working);
    order: 2;
  }
  &[data-selected] i svg {
    fill: var(--on-working);
  }
  &[data-focus-visible] i {
    outline: 3px solid var(--working);
    outline-offset: 2px;
  }
  @media (forced-colors: active) {
    i::before {
      background: CanvasText;
    }
    &[data-selected] i {
      background: Highlight;
    }
    &[data-selected] i::before {
      background: HighlightText;
    }
    i svg {
      fill: CanvasText;
    }
    &[data-selected] i svg {
      fill: HighlightText;
    }
  }
`;

interface Props {
  on: boolean;
  onChange: (on: boolean) => void;
  children: ReactNode;
  /** A small drawing of what it is, in the half that is free. */
  sign?: ReactNode;
}

/** Something that is on or off from the moment it is touched; what waits for a button is a Checkbox. */
export function Switch({ on, onChange, children, sign }: Props) {
  return (
    <Field isSelected={on} onChange={onChange}>
      <i aria-hidden="true">{sign ?? <svg width="11" />}</i>
      <span>{children}</span>
    </Field>
  );
}
