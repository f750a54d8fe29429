import { type Schemas, ShopProblem } from "./client";
import { untilIn } from "./connection";
import { workerId } from "./worker";

/** Sends a picture as it is, not as JSON, or takes one back; answers what the shop says of it. */
export async function sendPicture<T>(path: string, method: "PUT" | "DELETE", file?: File): Promise<T> {
  const response = await untilIn(() =>
    fetch(path, {
      method,
      headers: {
        "Tinker-Person": workerId() ?? "",
        ...(file ? { "Content-Type": file.type || "image/jpeg" } : {}),
      },
      ...(file ? { body: file } : {}),
    }),
  );
  if (response.ok) return (await response.json()) as T;
  const problem = (await response.json().catch(() => ({}))) as Partial<Schemas["Problem"]>;
  throw new ShopProblem(
    response.status,
    problem.detail ?? `The shop's server answered ${response.status}.`,
    problem.errors ?? [],
    undefined,
  );
}
