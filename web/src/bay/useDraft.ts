import { useState } from "react";

/** Figures typed and not sent yet, kept in this browser so that a reload loses none of them. */
export function useDraft(key: string, codes: readonly string[]) {
  const at = (code: string) => `tinker-draft/${key}/${code}`;
  const [typed, set] = useState<Record<string, string>>(() =>
    Object.fromEntries(codes.map((code) => [code, sessionStorage.getItem(at(code)) ?? ""])),
  );
  const setTyped = (code: string, text: string) => {
    sessionStorage.setItem(at(code), text);
    set((now) => ({ ...now, [code]: text }));
  };
  return [typed, setTyped] as const;
}
