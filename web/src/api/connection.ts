import { useSyncExternalStore } from "react";

let lost = false;
const listeners = new Set<() => void>();

function set(now: boolean): void {
  if (lost === now) return;
  lost = now;
  for (const tell of listeners) tell();
}

/** Whether the last request got no answer at all. */
export const useConnectionLost = (): boolean =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => lost,
  );

const FIRST_WAIT = 400;
const LONGEST_WAIT = 4000;

/**
 * Fetches, and when no answer comes at all, tries again until one does. Safe for writes too: each carries its
 * own id, and the shop takes the same one only once. Any answer, good or bad, is passed on.
 */
export async function patientFetch(request: Request): Promise<Response> {
  for (let wait = FIRST_WAIT; ; wait = Math.min(wait * 2, LONGEST_WAIT)) {
    try {
      const answer = await fetch(request.clone());
      // An answer cut off in the middle is no answer: it counts once all of it is here.
      const body = answer.status === 204 ? null : await answer.arrayBuffer();
      set(false);
      return new Response(body, {
        status: answer.status,
        statusText: answer.statusText,
        headers: answer.headers,
      });
    } catch (fault) {
      if (request.signal.aborted) throw fault;
      set(true);
      await new Promise((go) => setTimeout(go, wait));
    }
  }
}
