import { type ComponentType, Suspense } from "react";
import { type Params, useParams } from "react-router";
import { later } from "./later";
import type { Layout } from "./Skeleton";
import { WaitingPage } from "./Waiting";

type Load<P extends object> = () => Promise<{ default: ComponentType<P> }>;

/**
 * A screen that is fetched when somebody goes there; what the address names becomes its properties.
 * @param like How it is laid out, before it is there.
 */
export function screen<P extends object>(
  load: Load<P>,
  of: (named: Params) => P = () => ({}) as P,
  like: Layout = "rows",
) {
  const Screen = later(load, true);
  function At() {
    const named = useParams();
    // Another thing of the same kind is another screen: nothing typed for one may stand at the other.
    const key = Object.values(named).join(" ");
    // Its own boundary: its frame comes up at once, while what draws it is fetched.
    return (
      <Suspense key={key} fallback={<WaitingPage what="Opening the page" like={like} />}>
        <Screen {...of(named)} />
      </Suspense>
    );
  }
  return <At />;
}

/** What a screen of one thing is told: the id that stands in the address. */
export const byId = (named: Params): { id: string } => ({ id: named.id ?? "" });
