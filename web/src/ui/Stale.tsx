import type { ReactNode } from "react";
import { Button } from "./Button";
import { Row, Stack } from "./Page";
import type { FormState } from "./useForm";

interface Props<E extends object, S> {
  of: FormState<E>;
  /** What stands now, as the form types it. */
  edit: (theirs: S) => E;
  /** What stands now, in words. */
  words: (theirs: S) => ReactNode;
}

/** Somebody else changed the same thing meanwhile: both are shown, and nothing typed is lost. */
export function Stale<E extends object, S extends { version: number }>({ of, edit, words }: Props<E, S>) {
  if (of.theirs === undefined) return null;
  const theirs = of.theirs as S;
  return (
    <Stack role="alert" $gap={6}>
      <b>{of.error?.message}</b>
      <span>Now it stands as {words(theirs)}.</span>
      <Row>
        <Button onPress={() => of.change({ version: theirs.version } as unknown as Partial<E>)}>
          Keep mine, then save again
        </Button>
        <Button onPress={() => of.take(edit(theirs))}>Take theirs</Button>
      </Row>
    </Stack>
  );
}
