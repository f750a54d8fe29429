import { useEffect } from "react";
import { useDoor } from "../../api/door";

/** How often a visit is fetched while its stream of changes is away. */
export const LOOK_AGAIN = 4000;

/**
 * Follows a visit: `changed` is called when somebody else's tablet has settled something, and after every lost
 * connection, since what came meanwhile was missed. The browser itself goes on trying to reach the shop.
 */
export function useVisitNews(id: string, follow: boolean, changed: () => void): void {
  const { shutAt } = useDoor();
  useEffect(() => {
    if (!follow || shutAt !== null) return;
    const stream = new EventSource(`/api/bay/visits/${id}/events`);
    stream.addEventListener("hello", changed);
    stream.addEventListener("changed", changed);
    return () => stream.close();
    // Whoever comes in anew follows it anew: a refused stream never comes back by itself.
  }, [id, follow, changed, shutAt]);
}
