import { type RefAttributes, useCallback, useLayoutEffect, useMemo, useRef } from "react";
import { mergeRefs } from "react-aria/mergeRefs";
import { Button as AriaButton, type ButtonProps } from "react-aria-components/Button";
import styled, { css } from "styled-components";

/**
 * A press on a button that is off, or is switched off before it ends, is heard up to 80 ms later where the button is on
 * again by then: two quick presses would send twice what is answered quickly. Such a press counts for nothing.
 */
function PressedOnce({ ref, ...props }: ButtonProps & RefAttributes<HTMLButtonElement>) {
  const press = useRef<"none" | "begun" | "stale">("none");
  const off = props.isDisabled ?? false;
  useLayoutEffect(() => {
    if (off && press.current === "begun") press.current = "stale";
  }, [off]);
  const listen = useCallback((button: HTMLButtonElement | null) => {
    const begins = () => {
      // Browsers tell of a pointer on a button that is off, too.
      press.current = button?.disabled ? "stale" : "begun";
    };
    const ends = (event: Event) => {
      if (press.current === "stale") {
        event.preventDefault();
        event.stopImmediatePropagation();
      }
      press.current = "none";
    };
    button?.addEventListener("pointerdown", begins, true);
    button?.addEventListener("keydown", begins, true);
    button?.addEventListener("click", ends, true);
    return () => {
      button?.removeEventListener("pointerdown", begins, true);
      button?.removeEventListener("keydown", begins, true);
      button?.removeEventListener("click", ends, true);
    };
  }, []);
  const both = useMemo(() => mergeRefs(ref, listen), [ref, listen]);
  return <AriaButton {...props} ref={both} />;
}

const shape = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 8px;
  min-height: 46px;
  padding: 8px 18px;
  border-radius: 3px;
  font:
    600 17px/1.2 "Barlow Semi Condensed",
    sans-serif;
  text-decoration: none;
  cursor: pointer;
`;

const plain = css`
  background: transparent;
  color: var(--ink);
  border: 1px solid var(--ink);
  &[data-hovered],
  &:hover {
    background: var(--tint);
  }
`;

const main = css`
  background: var(--working);
  color: var(--on-working);
  border: 1px solid var(--working);
  &[data-hovered],
  &:hover {
    filter: brightness(1.08);
  }
`;

/** A button. `$main` marks the one that carries the work on. */
export const Button = styled(PressedOnce)<{ $main?: boolean; $large?: boolean }>`
  ${shape}
  ${(p) => (p.$main ? main : plain)}
  ${(p) =>
    p.$large &&
    css`
      min-height: 62px;
      padding: 10px 30px;
      font-size: 22px;
    `}
  &[data-disabled] {
    opacity: 0.5;
    cursor: default;
  }
  &[data-focus-visible] {
    outline: 3px solid var(--working);
    outline-offset: 2px;
  }
`;

/** A link that looks like a button. */
export const linkShape = css<{ $main?: boolean }>`
  ${shape}
  ${(p) => (p.$main ? main : plain)}
`;

/** A button that reads as text within a line. */
export const TextButton = styled(PressedOnce)`
  background: none;
  border: 0;
  padding: 6px 2px;
  min-height: 32px;
  color: var(--working);
  text-align: left;
  text-decoration: underline;
  text-underline-offset: 3px;
  cursor: pointer;
  &[data-disabled] {
    opacity: 0.5;
    cursor: default;
  }
`;
