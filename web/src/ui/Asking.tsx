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

/** A sheet that lies over the page; how wide it is, its use says. */
export const Sheet = styled(Modal)`
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

const Question = styled(Sheet)`
  width: min(480px, 100%);
`;

/** Something asked over the page: nothing else goes on until it is answered. Escape closes it. */
export function Asking(props: { title: string; isOpen: boolean; onClose: () => void; children: ReactNode }) {
  return (
    <Veil isOpen={props.isOpen} onOpenChange={(open) => !open && props.onClose()} isDismissable>
      <Question>
        <Dialog role="alertdialog">
          <Heading slot="title">{props.title}</Heading>
          {props.children}
        </Dialog>
      </Question>
    </Veil>
  );
}
