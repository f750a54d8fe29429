import { answer, type Schemas, ShopProblem } from "../api/client";
import { untilIn } from "../api/connection";
import { workerId } from "../api/worker";

/** How far a table has come: rows so far, of all. */
export type Far = Pick<Schemas["TableProgress"], "done" | "of">;

/**
 * Sends a table to be looked at or taken in. It comes in some rows at a time: whoever ends it by the signal keeps those
 * that were told of.
 */
export async function sendTable(
  table: File,
  apply: boolean,
  match: string | null,
  onFar: (far: Far) => void,
  signal: AbortSignal,
): Promise<Schemas["TableAnswer"]> {
  const response = await untilIn(() =>
    fetch(
      new Request(
        `/api/ledger/tables/stream?${new URLSearchParams({ apply: String(apply), ...(match && { match }) })}`,
        {
          method: "POST",
          body: table,
          headers: { "Content-Type": "text/csv", "Tinker-Person": workerId() ?? "" },
          signal,
        },
      ),
    ),
  ).catch(() => {
    throw new Error(broken({ done: 0, of: 0 }, apply));
  });
  if (!response.ok || !response.body)
    return answer(Promise.resolve({ error: await response.json().catch(() => undefined), response }));
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  let far: Far = { done: 0, of: 0 };
  for (;;) {
    const { done, value } = await reader.read().catch(() => ({ done: true, value: undefined }));
    const lines = (rest + (value ?? "")).split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines) {
      const now = JSON.parse(line) as Schemas["TableProgress"];
      if (now.table) return now.table;
      if (now.problem) throw new ShopProblem(response.status, now.problem, [], undefined);
      far = now;
      onFar(now);
    }
    if (done) throw new Error(broken(far, apply));
  }
}

function broken({ done, of }: Far, apply: boolean): string {
  return apply && done > 0
    ? `It ended after ${done.toLocaleString("en")} of ${of.toLocaleString("en")} rows; those are taken in, perhaps some more. Choose the file again to see what is left.`
    : "It ended before anything was taken in. Choose the file again.";
}

/** Sends a table to be told what it is, before anything of it is understood. */
export async function lookAtTable(table: File): Promise<Schemas["TableLook"]> {
  const response = await untilIn(() =>
    fetch(
      new Request("/api/ledger/tables/look", {
        method: "POST",
        body: table,
        headers: { "Content-Type": "text/csv", "Tinker-Person": workerId() ?? "" },
      }),
    ),
  );
  const said: unknown = await response.json().catch(() => undefined);
  return answer<Schemas["TableLook"]>(
    Promise.resolve(
      response.ok ? { data: said as Schemas["TableLook"], response } : { error: said, response },
    ),
  );
}
