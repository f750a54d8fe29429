import type { ReactNode } from "react";
import { Dialog } from "react-aria-components/Dialog";
import { Heading } from "react-aria-components/Heading";
import { Modal, ModalOverlay } from "react-aria-components/Modal";
import styled from "styled-components";

/** What lies over the page while something is asked. */
export const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 20;
  display: grid;
  justify-items: center;
  align-items: start;
  padding: min(12vh, 90px) 16px 16px;
  background: rgb(0 0 0 / 32%);
`;

const Sheet = styled(Modal)`
  width: min(480px, 100%);
  background: var(--ground);
  border: 1px solid var(--ink);
  border-radius: 4px;
  padding: 20px 24px 24px;
  section {
    display: grid;
    gap: 14px;
    outline: none;
  }
`;

/** Something asked over the page: nothing else goes on until it is answered. Escape closes it. */
export function Asking(props: { title: string; isOpen: boolean; onClose: () => void; children: ReactNode }) {
  return (
    <Veil isOpen={props.isOpen} onOpenChange={(open) => !open && props.onClose()} isDismissable>
      <Sheet>
        <Dialog role="alertdialog">
          <Heading slot="title">{props.title}</Heading>
          {props.children}
        </Dialog>
      </Sheet>
    </Veil>
  );
}
