import type { CSSProperties, ReactNode } from "react";
import { Button } from "react-aria-components/Button";
import { Disclosure as AriaDisclosure, DisclosurePanel } from "react-aria-components/Disclosure";
import styled from "styled-components";

const Trigger = styled(Button)`
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 44px;
  padding: 8px 0;
  text-align: left;
  border: 0;
  background: none;
  cursor: pointer;
  svg {
    flex: none;
  }
  &[data-focus-visible] {
    outline: 3px solid var(--working);
    outline-offset: 2px;
  }
`;

interface Props {
  /** What it is called, seen whether it is open or not. */
  title: ReactNode;
  children: ReactNode;
  defaultOpen?: boolean;
  style?: CSSProperties;
}

/** Something that is there when somebody wants it, and out of the way else. */
export function Disclosure({ title, children, defaultOpen = false, style }: Props) {
  return (
    <AriaDisclosure defaultExpanded={defaultOpen} style={style ?? {}}>
      {({ isExpanded }) => (
        <>
          <Trigger slot="trigger">
            <svg width="11" height="13" viewBox="0 0 11 13" aria-hidden="true">
              <path d={isExpanded ? "M0 2.5h11L5.5 11z" : "M1.5 1 10 6.5 1.5 12z"} fill="currentColor" />
            </svg>
            <span>{title}</span>
          </Trigger>
          <DisclosurePanel>{children}</DisclosurePanel>
        </>
      )}
    </AriaDisclosure>
  );
}
