import type { ComponentType } from "react";
import { type Params, useParams } from "react-router";
import { later } from "./later";

type Load<P extends object> = () => Promise<{ default: ComponentType<P> }>;

/** A screen that is fetched when somebody goes there; what the address names becomes its properties. */
export function screen<P extends object>(load: Load<P>, of: (named: Params) => P = () => ({}) as P) {
  const Screen = later(load, true);
  function At() {
    const named = useParams();
    // Another thing of the same kind is another screen: nothing typed for one may stand at the other.
    return <Screen key={Object.values(named).join(" ")} {...of(named)} />;
  }
  return <At />;
}

/** What a screen of one thing is told: the id that stands in the address. */
export const byId = (named: Params): { id: string } => ({ id: named.id ?? "" });
