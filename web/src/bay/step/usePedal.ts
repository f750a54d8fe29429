import { useEffect, useRef } from "react";

/** A pedal, or a knuckle on a keyboard: PageDown is done, PageUp is back, wherever the keyboard stands. */
export function usePedal(done: () => void, back: (() => void) | undefined) {
  const live = useRef({ done, back });
  useEffect(() => {
    live.current = { done, back };
  });
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.repeat || document.querySelector("[role=alertdialog], [role=dialog]")) return;
      if (e.key === "PageDown") live.current.done();
      else if (e.key === "PageUp" && live.current.back) live.current.back();
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
}
