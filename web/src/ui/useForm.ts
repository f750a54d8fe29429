import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { useUnsaved } from "./unsaved";

interface Asked<E extends object, A> {
  /** What the form shows first. A later one changes nothing: what is typed is never overtaken by what is fetched. */
  start: E | (() => E);
  /** Sends what is typed. The id stays the same however often it is tried, and is another once it was saved. */
  send: (edit: E, id: string) => Promise<A>;
  /** It is saved: where to go, what to fetch anew. */
  done?: (answer: A, edit: E, id: string) => unknown;
  /** Whether the form stands as at first again once it is saved, for the next of its kind. */
  next?: boolean;
}

/** A form as its fields, its button and its problems see it. */
export interface FormState<E extends object> {
  edit: E;
  change: (part: Partial<E>) => void;
  /** Changes a field by what stands there just now. */
  alter: <K extends keyof E>(field: K, to: (now: E[K]) => E[K]) => void;
  /** Shows what came from the server instead of what was typed. */
  take: (edit: E) => void;
  /** Sends it, unless it is on its way already. @param part What is sent otherwise than it is typed. */
  submit: (part?: Partial<E>) => void;
  /** Forgets what was typed, as when a panel is shut and stays on the screen. */
  drop: () => void;
  /** What is wrong with a field, by its pointer, until it is typed in again; undefined when it is well. */
  at: (pointer: string) => string | undefined;
  /** What went wrong and stands at no field; null when all is well. */
  elsewhere: () => Error | null;
  /** Why it was not saved; null while it was not refused. */
  error: Error | null;
  /** How it stands on the server, where somebody else was first; undefined otherwise. */
  theirs: unknown;
  pending: boolean;
  /** Whether what is typed now is saved. */
  saved: boolean;
}

/**
 * What is typed in a form, and what becomes of it: sent once however often the button is pressed, refused at the field
 * it is refused for, asked about before the screen is left, and moved on to its next version once it is saved.
 */
export function useForm<E extends object, A>({ start, send, done, next }: Asked<E, A>): FormState<E> {
  const [first] = useState(start);
  const [edit, setEdit] = useState(first);
  const [id, setId] = useState(newId);
  // Typed in since it was refused: what was said of it is no longer known to be so.
  const [amended, setAmended] = useState<ReadonlySet<string>>(new Set());
  // The pointers that some field has asked for: every other problem is told below the fields.
  const [shown] = useState(() => new Set<string>());
  const typed = useUnsaved({ ...edit, version: 0 });
  const [saved, setSaved] = useState<E | null>(null);
  // Known at once, where "pending" is known with the next drawing only: two quick presses are one.
  const sending = useRef(false);

  const save = useMutation({
    mutationFn: (sent: E) => send(sent, id),
    onMutate: () => {
      typed.sending();
      setAmended(new Set());
    },
    onSettled: () => {
      sending.current = false;
    },
    onSuccess: async (answer, sent) => {
      typed.saved();
      setId(newId());
      const version = versionOf(answer);
      const untouched = JSON.stringify(edit) === JSON.stringify(sent);
      if (next && untouched) {
        typed.taken();
        setEdit(first);
      } else {
        // What is being typed meanwhile stays; only the version moves on.
        setEdit((was) => ({ ...was, ...version }));
      }
      setSaved(next ? first : { ...sent, ...version });
      await done?.(answer, sent, id);
    },
  });
  const refusal = save.error instanceof ShopProblem ? save.error : undefined;
  const amend = (fields: string[]) => setAmended((was) => new Set([...was, ...fields]));
  const well = (pointer: string) => amended.has(pointer.split("/")[1] ?? "");
  return {
    edit,
    change: (part) => {
      setEdit((was) => ({ ...was, ...part }));
      amend(Object.keys(part));
    },
    alter: (field, to) => {
      setEdit((was) => ({ ...was, [field]: to(was[field]) }));
      amend([String(field)]);
    },
    take: (theirs) => {
      typed.taken();
      setEdit(theirs);
      save.reset();
    },
    submit: (part) => {
      if (sending.current) return;
      sending.current = true;
      save.mutate({ ...edit, ...part });
    },
    drop: () => {
      typed.taken();
      setEdit(first);
      save.reset();
    },
    at: (pointer) => {
      shown.add(pointer);
      return well(pointer) ? undefined : refusal?.field(pointer);
    },
    elsewhere: () => {
      if (!refusal || refusal.fields.length === 0) return save.error;
      return refusal.fields.every(({ pointer }) => shown.has(pointer) || well(pointer)) ? null : refusal;
    },
    error: save.error,
    theirs: refusal?.field("/version") === undefined ? undefined : (refusal.current ?? undefined),
    pending: save.isPending,
    saved: save.isSuccess && JSON.stringify(saved) === JSON.stringify(edit),
  };
}

function versionOf(answer: unknown): { version?: number } {
  const version = (answer as { version?: unknown } | null | undefined)?.version;
  return typeof version === "number" ? { version } : {};
}
