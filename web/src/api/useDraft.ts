import { useState } from "react";

/** Where a step's figure that was typed and not sent is kept. */
export const draftKey = (visit: string, step: string, reading: string): string =>
  `tinker-draft/${visit}/${step}/${reading}`;

/** Figures typed and not sent yet, kept in this browser so that a reload loses none of them. */
export function useDraft(visit: string, step: string, codes: readonly string[]) {
  const at = (code: string) => draftKey(visit, step, code);
  const [typed, set] = useState<Record<string, string>>(() =>
    Object.fromEntries(codes.map((code) => [code, sessionStorage.getItem(at(code)) ?? ""])),
  );
  const setTyped = (code: string, text: string) => {
    sessionStorage.setItem(at(code), text);
    set((now) => ({ ...now, [code]: text }));
  };
  return [typed, setTyped] as const;
}
