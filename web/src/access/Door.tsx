import { useQueryClient } from "@tanstack/react-query";
import { type ReactNode, Suspense, useEffect, useRef } from "react";
import { openDoor, useDoor } from "../api/door";
import { useAccess } from "../api/useAccess";
import { setWorker } from "../api/worker";
import { later } from "../ui/later";
import { useLock } from "../api/useLock";

const SignIn = later(() => import("./SignIn"));
const GiveSecret = later(() => import("./GiveSecret"));

/**
 * The door in front of every screen. What is on the screen stays behind it, with all that was typed: whoever comes back
 * goes on where they were.
 */
export function Door({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const access = useAccess();
  const { shutAt, left, wanted } = useDoor();
  const lock = useLock();
  const { data, dataUpdatedAt, refetch } = access;
  const me = data?.me?.id ?? null;
  const last = useRef<string | null>(null);

  useEffect(() => {
    if (!me) return;
    setWorker(me);
    // What one may see another may not: all of it is asked for anew.
    if (last.current !== null && last.current !== me) void queries.invalidateQueries();
    last.current = me;
  }, [me, queries]);

  // Somebody may have come in at another window of this browser.
  useEffect(() => {
    if (shutAt !== null && !left && me && dataUpdatedAt > shutAt) openDoor();
  }, [shutAt, left, me, dataUpdatedAt]);
  useEffect(() => {
    if (shutAt !== null && !left) void refetch();
  }, [shutAt, left, refetch]);

  // A tablet that nobody touches is locked.
  const minutes = data?.device?.idleMinutes;
  useEffect(() => {
    if (minutes === undefined || !me) return;
    let timer = 0;
    const touched = () => {
      window.clearTimeout(timer);
      timer = window.setTimeout(lock, minutes * 60_000);
    };
    touched();
    const kinds = ["pointerdown", "keydown", "wheel", "touchmove"];
    for (const kind of kinds) window.addEventListener(kind, touched, { passive: true });
    return () => {
      window.clearTimeout(timer);
      for (const kind of kinds) window.removeEventListener(kind, touched);
    };
  }, [minutes, me, lock]);

  return (
    <>
      {children}
      <Suspense fallback={null}>
        {(shutAt !== null || (data && !me)) && <SignIn />}
        {wanted && <GiveSecret key={wanted.method + wanted.path} wanted={wanted} />}
      </Suspense>
    </>
  );
}
