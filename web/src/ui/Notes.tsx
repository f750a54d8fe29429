import { Suspense } from "react";
import { store } from "../api/store";
import { later } from "./later";

// Fetched with the first note: most screens are looked at without one.
const corner = () => import("./NotesCorner");
const Corner = later(corner);

const wanted = store(false);

/** Says in passing what was done, and offers to take it back where it can be. */
export function note(words: string, undo?: () => void): void {
  wanted.set(true);
  void corner().then(({ bring }) => bring({ words, undo }));
}

/** Where notes come up, once there is one. */
export function Notes() {
  return wanted.use() ? (
    <Suspense fallback={null}>
      <Corner />
    </Suspense>
  ) : null;
}
