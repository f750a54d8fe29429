import { useEffect, useRef } from "react";

const forms = new Set<object>();

/** Whether a form on the screen holds something that was typed and not sent. */
export const anyUnsaved = (): boolean => forms.size > 0;

/**
 * Says of a form that it holds something not saved: leaving the screen asks first, and so does closing the window.
 * What comes back is called once it was sent, before going elsewhere.
 */
export function useUnsaved(unsaved: boolean): () => void {
  const form = useRef({});
  useEffect(() => {
    const mine = form.current;
    if (unsaved) forms.add(mine);
    else forms.delete(mine);
    return () => void forms.delete(mine);
  }, [unsaved]);
  return () => void forms.delete(form.current);
}
