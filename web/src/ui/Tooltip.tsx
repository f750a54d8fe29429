import type { ReactNode, RefObject } from "react";
import { Tooltip as AriaTooltip, TooltipTriggerStateContext } from "react-aria-components/Tooltip";
import styled from "styled-components";
import { dropped } from "./field";

const Slip = styled(AriaTooltip)`
  ${dropped}
  max-width: min(340px, calc(100vw - 32px));
  padding: 8px 12px;
  font-size: 16px;
  line-height: 1.35;
  pointer-events: none;
`;

const nothing = () => undefined;

/** A few words beside a thing while it is pointed at or has the keyboard; nothing that is needed to go on. */
export function Tooltip({ at, children }: { at: HTMLElement | null; children: ReactNode }) {
  const trigger: RefObject<HTMLElement | null> = { current: at };
  return at === null ? null : (
    // Opened and closed by whoever shows it: one serves a whole drawing.
    <TooltipTriggerStateContext
      value={{ isOpen: true, shouldSkipAnimation: true, open: nothing, close: nothing }}
    >
      <Slip triggerRef={trigger} isOpen placement="top" offset={4}>
        {children}
      </Slip>
    </TooltipTriggerStateContext>
  );
}
