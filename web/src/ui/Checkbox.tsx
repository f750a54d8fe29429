import type { ReactNode } from "react";
import { Checkbox as AriaCheckbox } from "react-aria-components/Checkbox";
import styled from "styled-components";

const Field = styled(AriaCheckbox)`
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
  i {
    flex: none;
    width: 24px;
    height: 24px;
    display: grid;
    place-items: center;
    background: var(--field);
    border: 1.5px solid var(--steel);
    border-radius: 3px;
  }
  &[data-selected] i {
    background: var(--working);
    border-color: var(--working);
    color: var(--on-working);
  }
  &[data-focus-visible] i {
    outline: 3px solid var(--working);
    outline-offset: 2px;
  }
  &[data-disabled] {
    opacity: 0.5;
    cursor: default;
  }
  @media (forced-colors: active) {
    &[data-selected] i {
      background: Highlight;
    }
  }
`;

interface Props {
  checked: boolean;
  onChange: (checked: boolean) => void;
  children: ReactNode;
  disabled?: boolean;
}

/** A box to tick, with its words beside it; all of it can be touched. */
export function Checkbox({ checked, onChange, children, disabled = false }: Props) {
  return (
    <Field isSelected={checked} onChange={onChange} isDisabled={disabled}>
      {({ isSelected }) => (
        <>
          <i aria-hidden="true">
            {isSelected && (
              <svg width="16" height="13" viewBox="0 0 16 13">
                <path d="M1.5 6.5 6 11 14.5 1.5" fill="none" stroke="currentColor" strokeWidth="2.4" />
              </svg>
            )}
          </i>
          <span>{children}</span>
        </>
      )}
    </Field>
  );
}
