import { type RefObject, useEffect, useLayoutEffect, useRef } from "react";
import { NAMES } from "./Line";
import { BEFORE, weekWidth, type Zoom, zoomed } from "./timeline";

/** How far the wheel is turned for a step. */
const STEP = 60;

/**
 * A closer look or one from further away, by a key or by the wheel with Ctrl. The day under the pointer stays under it;
 * by key, the day at the left edge stays there.
 */
export function useZoom(frame: RefObject<HTMLDivElement | null>, zoom: Zoom, onZoom: (zoom: Zoom) => void) {
  const kept = useRef<{ weeks: number; at: number } | null>(null);
  const turned = useRef(0);
  const zoomTo = (by: 1 | -1, pointer: number | null) => {
    const to = zoomed(zoom, by);
    if (!frame.current || to === zoom) return;
    const at = pointer ?? NAMES + BEFORE;
    kept.current = { weeks: (frame.current.scrollLeft + at - NAMES - BEFORE) / weekWidth(zoom), at };
    onZoom(to);
  };
  useLayoutEffect(() => {
    if (!frame.current || !kept.current) return;
    const { weeks, at } = kept.current;
    frame.current.scrollTo({ left: weeks * weekWidth(zoom) + NAMES + BEFORE - at });
    kept.current = null;
  }, [frame, zoom]);
  const latest = useRef(zoomTo);
  useEffect(() => {
    latest.current = zoomTo;
  });
  useEffect(() => {
    const board = frame.current;
    if (!board) return;
    // Listened to by hand: only so can the page itself be kept from growing.
    const wheel = (event: WheelEvent) => {
      if (!event.ctrlKey) return;
      event.preventDefault();
      turned.current += event.deltaY;
      if (Math.abs(turned.current) < STEP) return;
      const by = turned.current < 0 ? 1 : -1;
      turned.current = 0;
      latest.current(by, event.clientX - board.getBoundingClientRect().left);
    };
    board.addEventListener("wheel", wheel, { passive: false });
    return () => board.removeEventListener("wheel", wheel);
  }, [frame]);
  return zoomTo;
}
