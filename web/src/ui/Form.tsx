import { type ReactNode, useEffect, useRef } from "react";
import type { FormState } from "./useForm";
import { Problem } from "./Problem";

interface Props<E extends object> {
  of: FormState<E>;
  children: ReactNode;
  /** What Escape does, where a form can be left. */
  onLeave?: () => void;
}

/** The fields of a form and its button: Enter sends it, and what is refused takes the focus. */
export function Form<E extends object>({ of, children, onLeave }: Props<E>) {
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (of.error) form.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
  }, [of.error]);
  return (
    <form
      ref={form}
      onSubmit={(e) => {
        e.preventDefault();
        of.submit();
      }}
      onKeyDown={(e) => {
        if (e.key === "Escape") onLeave?.();
      }}
    >
      {children}
    </form>
  );
}

/** What went wrong with a form and stands at none of its fields. To be drawn after them. */
export function FormProblem<E extends object>({ of }: { of: FormState<E> }) {
  return <Problem of={of.theirs === undefined ? of.elsewhere() : null} />;
}

/** Says that all of a form is saved, until it is typed in again. */
export function Saved<E extends object>({
  of,
  children = "Saved.",
}: {
  of: FormState<E>;
  children?: ReactNode;
}) {
  return <span role="status">{of.saved && children}</span>;
}
