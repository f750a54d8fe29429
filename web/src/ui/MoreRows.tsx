import { useCallback, useEffect, useRef } from "react";
import { Button } from "./Button";

interface Props {
  /** A list that comes page by page. */
  of: { hasNextPage: boolean; isFetchingNextPage: boolean; fetchNextPage: () => unknown };
  children: string;
}

/** Brings a list's further rows when its end comes near the screen; a button does the same by key. */
export function MoreRows({ of, children }: Props) {
  const more = useInSight(() => {
    if (of.hasNextPage && !of.isFetchingNextPage) void of.fetchNextPage();
  });
  return of.hasNextPage ? (
    <div ref={more}>
      <Button
        style={{ marginTop: 16 }}
        isDisabled={of.isFetchingNextPage}
        onPress={() => void of.fetchNextPage()}
      >
        {children}
      </Button>
    </div>
  ) : null;
}

/** Tells when an element comes near the screen. */
function useInSight(tell: () => void) {
  const latest = useRef(tell);
  useEffect(() => {
    latest.current = tell;
  });
  return useCallback((node: HTMLElement | null) => {
    if (!node) return;
    const watch = new IntersectionObserver(
      ([seen]) => {
        if (seen?.isIntersecting) latest.current();
      },
      { rootMargin: "400px" },
    );
    watch.observe(node);
    return () => watch.disconnect();
  }, []);
}
