import { useSyncExternalStore } from "react";

/** A request that waits until its own secret is given, or it is let be. */
export interface SecretWanted {
  method: string;
  path: string;
  /** Goes on: with the secret given, or without. */
  settle: (given: boolean) => void;
}

interface DoorState {
  /** When the door was shut: nobody is signed in here any more. Null while somebody is, as far as is known. */
  shutAt: number | null;
  /** Whether somebody has left here: then only whoever comes in here opens it, not what the server still believes. */
  left: boolean;
  /** What waits for a secret. */
  wanted: SecretWanted | null;
}

let now: DoorState = { shutAt: null, left: false, wanted: null };
let waiting: (() => void)[] = [];
const listeners = new Set<() => void>();

function set(change: Partial<DoorState>): void {
  now = { ...now, ...change };
  for (const tell of listeners) tell();
}

/** How the door stands at this screen, following every change. */
export const useDoor = (): DoorState =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => now,
  );

/** Shuts the door: what is on the screen stays, and what is sent waits until somebody is in again. */
export function shutDoor(left = false): void {
  if (now.shutAt === null || left) set({ shutAt: Date.now(), left });
}

/** Opens it: what waited goes on. */
export function openDoor(): void {
  if (now.shutAt === null) return;
  const all = waiting;
  waiting = [];
  set({ shutAt: null, left: false });
  for (const go of all) go();
}

/** Comes back once somebody is in again. */
export const doorOpens = (): Promise<void> => new Promise((go) => waiting.push(go));

/** The kind of problem that a secret puts right. */
const SECRET_WANTED = "urn:sturdy-tinker:secret-wanted";

/** Whether an answer asks for the person's own secret. */
export async function wantsSecret(answer: Response): Promise<boolean> {
  if (answer.status !== 403) return false;
  const problem: unknown = await answer
    .clone()
    .json()
    .catch(() => null);
  return (problem as { type?: unknown } | null)?.type === SECRET_WANTED;
}

/** Asks for the secret of whoever is signed in, for one request; one after the other. */
export async function askSecret(method: string, path: string): Promise<boolean> {
  while (now.wanted) {
    const { wanted } = now;
    await new Promise<void>((go) => {
      const watch = () => {
        if (now.wanted === wanted) return;
        listeners.delete(watch);
        go();
      };
      listeners.add(watch);
    });
  }
  return new Promise((go) =>
    set({
      wanted: {
        method,
        path,
        settle: (given) => {
          set({ wanted: null });
          go(given);
        },
      },
    }),
  );
}
