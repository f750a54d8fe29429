import type { ReactNode } from "react";
import { DropZone } from "react-aria-components/DropZone";
import { FileTrigger } from "react-aria-components/FileTrigger";
import { Text } from "react-aria-components/Text";
import styled from "styled-components";
import { Button } from "./Button";

const Zone = styled(DropZone)`
  display: grid;
  gap: 10px;
  justify-items: start;
  padding: 16px 18px 18px;
  border: 1.5px dashed var(--steel);
  border-radius: 3px;
  &[data-drop-target] {
    border-color: var(--working);
    background: var(--tint);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--working);
  }
`;

interface Props {
  /** What is asked for. */
  label: ReactNode;
  /** What the button says. */
  button: string;
  /** Kinds of file, as the browser knows them. */
  accept: readonly string[];
  onPick: (file: File) => void;
}

/** A file, picked or dropped here. */
export function FilePicker({ label, button, accept, onPick }: Props) {
  return (
    <Zone
      onDrop={(event) => {
        const dropped = event.items.find((item) => item.kind === "file");
        if (dropped?.kind === "file") void dropped.getFile().then(onPick);
      }}
    >
      <Text slot="label">{label}</Text>
      <FileTrigger
        acceptedFileTypes={accept}
        onSelect={(files) => {
          const file = files?.[0];
          if (file) onPick(file);
        }}
      >
        <Button>{button}</Button>
      </FileTrigger>
    </Zone>
  );
}
