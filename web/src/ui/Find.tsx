import { Suspense, useEffect, useState } from "react";
import { Button } from "react-aria-components/Button";
import styled from "styled-components";
import { later } from "./later";

const Finder = later(() => import("./Finder"));

const Trigger = styled(Button)`
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  padding: 6px 8px;
  border: 0;
  background: none;
  color: var(--working);
  cursor: pointer;
  kbd {
    font: inherit;
    font-size: 14px;
    color: var(--steel);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--working);
  }
  @media (max-width: 900px) {
    kbd {
      display: none;
    }
  }
  @media (max-width: 640px) {
    padding: 6px 4px;
    span {
      position: absolute;
      clip-path: inset(50%);
    }
  }
`;

/** One field for everything, behind Ctrl+K or "/" on every page. */
export function Find() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement &&
        (event.target.isContentEditable || event.target.matches("input, textarea, select"));
      const wanted =
        (event.key.toLowerCase() === "k" && (event.ctrlKey || event.metaKey)) ||
        (event.key === "/" && !typing && !event.ctrlKey && !event.altKey && !event.metaKey);
      if (!wanted) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, []);
  return (
    <>
      <Trigger onPress={() => setOpen(true)} aria-keyshortcuts="Control+K">
        <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
          <path
            d="M12 12 17 17M13 7.5a5.5 5.5 0 1 1-11 0 5.5 5.5 0 0 1 11 0z"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.8"
          />
        </svg>
        <span>Find</span> <kbd>Ctrl K</kbd>
      </Trigger>
      {open && (
        <Suspense fallback={null}>
          <Finder onDone={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
