import type { QueryClient } from "@tanstack/react-query";
import { answer, shop } from "../../api/client";

/** So long after it was asked for anew, what the record says is looked at again. */
export const SOON = 1_500;

/** Asks for what was written since; what the record says then is shown once it is there. */
export function askAnew(queries: QueryClient) {
  void answer(shop.POST("/api/ledger/evidence/anew")).then(
    () => setTimeout(() => void queries.invalidateQueries({ queryKey: ["evidence"] }), SOON),
    () => undefined,
  );
}
