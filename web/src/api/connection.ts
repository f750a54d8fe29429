import { askSecret, comeIn, wantsSecret } from "./door";
import { store } from "./store";

/** How the shop's server can be reached. */
interface Connection {
  /** Whether the last request got no answer at all. */
  lost: boolean;
  /** How many changes wait to be sent again. */
  waiting: number;
}

const connection = store<Connection>({ lost: false, waiting: 0 });

function set(change: Partial<Connection>): void {
  const now = connection.get();
  const next = { ...now, ...change };
  if (next.lost !== now.lost || next.waiting !== now.waiting) connection.set(next);
}

/** How the shop's server can be reached, as of now. */
export const useConnection = connection.use;

const FIRST_WAIT = 400;
const LONGEST_WAIT = 4000;

/** An answer that takes longer than this never comes: the request is given up and sent anew. */
const GIVEN_UP = 60_000;

/**
 * Fetches, and when no answer comes at all, tries again until one does. Safe for writes too: each carries its
 * own id, and the shop takes the same one only once. Any answer, good or bad, is passed on.
 */
export async function patientFetch(request: Request): Promise<Response> {
  const write = request.method !== "GET";
  let counted = false;
  try {
    for (let wait = FIRST_WAIT; ; wait = Math.min(wait * 2, LONGEST_WAIT)) {
      try {
        const answer = await attempt(request);
        set({ lost: false });
        if (answer.status === 401) {
          // Whoever was in is out: the door is shown, and this goes on once somebody is in again.
          await comeIn();
        } else if (await wantsSecret(answer)) {
          if (!(await askSecret(request.method, new URL(request.url).pathname))) return answer;
        } else {
          return answer;
        }
      } catch (fault) {
        if (request.signal.aborted) throw fault;
        if (write && !counted) {
          counted = true;
          set({ waiting: connection.get().waiting + 1 });
        }
        set({ lost: true });
        await new Promise((go) => setTimeout(go, wait));
      }
    }
  } finally {
    if (counted) set({ waiting: connection.get().waiting - 1 });
  }
}

/** Sends something, and sends it again where nobody was signed in, once somebody is. */
export async function untilIn(send: () => Promise<Response>): Promise<Response> {
  for (;;) {
    const answer = await send();
    if (answer.status !== 401) return answer;
    await comeIn();
  }
}

async function attempt(request: Request): Promise<Response> {
  const stop = new AbortController();
  const leave = () => stop.abort();
  if (request.signal.aborted) leave();
  request.signal.addEventListener("abort", leave);
  // A table on its way in may well take longer; everything else is small.
  const patience = request.headers.get("Content-Type")?.startsWith("text/csv") ? undefined : GIVEN_UP;
  const timer = patience === undefined ? undefined : setTimeout(leave, patience);
  try {
    const answer = await fetch(new Request(request.clone(), { signal: stop.signal }));
    // An answer cut off in the middle is no answer: it counts once all of it is here.
    const body = answer.status === 204 ? null : await answer.arrayBuffer();
    return new Response(body, {
      status: answer.status,
      statusText: answer.statusText,
      headers: answer.headers,
    });
  } finally {
    clearTimeout(timer);
    request.signal.removeEventListener("abort", leave);
  }
}
