import type { ReactNode } from "react";
import { Button } from "./Button";
import { Row, Stack } from "./Page";

interface Props {
  /** What happened, in a sentence. */
  message: string;
  /** How it stands now, in words. */
  children: ReactNode;
  onKeep: () => void;
  onTake: () => void;
}

/** Somebody else changed the same thing meanwhile: both are shown, and nothing typed is lost. */
export function Stale({ message, children, onKeep, onTake }: Props) {
  return (
    <Stack role="alert" $gap={6}>
      <b>{message}</b>
      <span>Now it stands as {children}.</span>
      <Row>
        <Button onPress={onKeep}>Keep mine, then save again</Button>
        <Button onPress={onTake}>Take theirs</Button>
      </Row>
    </Stack>
  );
}
