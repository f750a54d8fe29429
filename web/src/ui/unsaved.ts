import { useEffect, useRef } from "react";

const forms = new Set<object>();

/** Whether a form on the screen holds something that was typed and not saved. */
export const anyUnsaved = (): boolean => forms.size > 0;

/** How a form says what became of what was typed in it. */
interface Typed {
  /** What is typed now is on its way to the server. */
  sending: () => void;
  /** What was sent is saved; what was typed meanwhile is not. To be called before going elsewhere. */
  saved: () => void;
  /** What the form will show next is as saved: it came from the server. */
  taken: () => void;
}

/**
 * Watches over what is typed in a form: while it differs from what is saved, leaving the screen asks first, and so does
 * closing the window.
 */
export function useUnsaved(typed: unknown): Typed {
  const now = JSON.stringify(typed);
  // Nothing of this is drawn: it is read when somebody leaves.
  const kept = useRef({ form: {}, now, base: now, sent: now, adopt: false });
  useEffect(() => {
    const { current } = kept;
    current.now = now;
    if (current.adopt) current.base = now;
    current.adopt = false;
    mark(current);
  }, [now]);
  useEffect(() => {
    const { form } = kept.current;
    return () => void forms.delete(form);
  }, []);
  return {
    sending: () => {
      kept.current.sent = kept.current.now;
    },
    saved: () => {
      kept.current.base = kept.current.sent;
      mark(kept.current);
    },
    taken: () => {
      kept.current.adopt = true;
    },
  };
}

function mark({ form, now, base }: { form: object; now: string; base: string }): void {
  if (now === base) forms.delete(form);
  else forms.add(form);
}
