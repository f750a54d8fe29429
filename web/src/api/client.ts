import createClient from "openapi-fetch";
import { patientFetch } from "./connection";
import type { components, paths } from "./schema";
import { workerId } from "./worker";

/** The server's types, by name. */
export type Schemas = components["schemas"];

/** The one client of the shop's server. */
export const shop = createClient<paths>({ baseUrl: "", fetch: patientFetch });

shop.use({
  onRequest({ request }) {
    const id = workerId();
    if (id) request.headers.set("Tinker-Person", id);
    return request;
  },
});

/** A request that the shop refused: one sentence, and the fields it belongs to. */
export class ShopProblem extends Error {
  constructor(
    readonly status: number,
    sentence: string,
    readonly fields: readonly Schemas["FieldProblem"][],
    readonly current: unknown,
  ) {
    super(sentence);
  }

  /** The sentence for one field, by its pointer; undefined when the field is well. */
  field(pointer: string): string | undefined {
    return this.fields.find((f) => f.pointer === pointer)?.detail;
  }
}

/** The data of an answer, or a ShopProblem thrown. */
export async function answer<T>(
  asked: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await asked;
  if (response.ok) return data as T;
  const problem = (error ?? {}) as Partial<Schemas["Problem"]>;
  throw new ShopProblem(
    response.status,
    problem.detail ?? `The shop's server answered ${response.status}.`,
    problem.errors ?? [],
    problem.current,
  );
}

/** What went wrong, as a sentence. */
export const sentence = (fault: unknown): string =>
  fault instanceof Error ? fault.message : "Something went wrong in this page.";
