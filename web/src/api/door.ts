import { store } from "./store";

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

const door = store<DoorState>({ shutAt: null, left: false, wanted: null });
let waiting: (() => void)[] = [];

const set = (change: Partial<DoorState>): void => door.set({ ...door.get(), ...change });

/** How the door stands at this screen, following every change. */
export const useDoor = door.use;

/** Shuts the door: what is on the screen stays, and what is sent waits until somebody is in again. */
export function shutDoor(left = false): void {
  if (door.get().shutAt === null || left) set({ shutAt: Date.now(), left });
}

/** Opens it: what waited goes on. */
export function openDoor(): void {
  if (door.get().shutAt === null) return;
  const all = waiting;
  waiting = [];
  set({ shutAt: null, left: false });
  for (const go of all) go();
}

/** Shows the door, and comes back once somebody is in again. */
export function comeIn(): Promise<void> {
  shutDoor();
  return new Promise((go) => waiting.push(go));
}

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

let asked: Promise<unknown> = Promise.resolve();

/** Asks for the secret of whoever is signed in, for one request; one after the other. */
export function askSecret(method: string, path: string): Promise<boolean> {
  const given = asked.then(
    () =>
      new Promise<boolean>((go) => {
        const settle = (is: boolean) => {
          set({ wanted: null });
          go(is);
        };
        set({ wanted: { method, path, settle } });
      }),
  );
  asked = given;
  return given;
}
