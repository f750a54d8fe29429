import type { ReactNode } from "react";
import { Dialog, DialogTrigger } from "react-aria-components/Dialog";
import { Popover } from "react-aria-components/Popover";
import styled from "styled-components";
import { TextButton } from "./Button";
import { dropped } from "./field";

const Sheet = styled(Popover)`
  max-width: min(430px, calc(100vw - 32px));
  max-height: min(560px, 80vh);
  ${dropped}
  padding: 14px 18px 16px;
  section {
    display: grid;
    gap: 10px;
    outline: none;
  }
  kbd {
    font: inherit;
    font-weight: 600;
  }
`;

/** Something explained when somebody asks: a legend, the keys. It closes with Escape or a touch beside it. */
export function Explained({ label, children }: { label: string; children: ReactNode }) {
  return (
    <DialogTrigger>
      <TextButton>{label}</TextButton>
      <Sheet placement="bottom end">
        <Dialog aria-label={label}>{children}</Dialog>
      </Sheet>
    </DialogTrigger>
  );
}
